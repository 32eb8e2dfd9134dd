<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { useVirtualizer } from '@tanstack/vue-virtual'
import type { ListedMedia, MediaQuery } from '@contracts/media'
import { itemChecks, viewWords } from '@core/media/checks'
import { pictureViews, type PictureView } from '@core/media/item'

const lens = useLensStore()
const session = useSessionStore()
const q = ref('')
const what = ref<'' | 'picture' | 'file' | PictureView>('')
const finding = ref<MediaQuery['finding'] | ''>('')
const order = ref<'name' | 'newest'>('name')
const question = computed(() => ({
  q: q.value,
  finding: finding.value,
  order: order.value,
  storefront: lens.storefront,
  language: lens.language,
  ...(what.value === 'picture' || what.value === 'file'
    ? { kind: what.value }
    : what.value === ''
      ? {}
      : { view: what.value }),
}))
const list = usePages<ListedMedia>(
  (offset, limit, signal) => call('listMedia', { query: { ...question.value, offset, limit }, signal }),
  () => question.value,
  120,
)

const scroller = useTemplateRef<HTMLElement>('scroller')
const { width } = useElementSize(scroller)
const leastTile = 150
const tileGap = 14
/** What stands under a picture: two lines and its findings. */
const wordsHeight = 72
const columns = computed(() => Math.max(2, Math.floor((width.value + tileGap) / (leastTile + tileGap))))
const tileHeight = computed(() => Math.round(width.value / columns.value) - tileGap + wordsHeight)
const virtual = useVirtualizer(
  computed(() => ({
    count: Math.ceil((list.count.value ?? 0) / columns.value),
    getScrollElement: () => scroller.value,
    estimateSize: () => tileHeight.value,
    overscan: 3,
  })),
)
const visible = computed(() => virtual.value.getVirtualItems())
watch(tileHeight, () => virtual.value.measure())
watch([visible, columns], ([v]) => {
  if (v.length) list.show(v[0]!.index * columns.value, (v.at(-1)!.index + 1) * columns.value - 1)
})
const at = ref(0)
watch(
  () => list.count.value,
  () => {
    at.value = 0
  },
)
/** Arrows walk over the tiles; the tile in focus is the one that Tab reaches. */
function walk(e: KeyboardEvent) {
  const steps: Record<string, number> = {
    ArrowRight: 1,
    ArrowLeft: -1,
    ArrowDown: columns.value,
    ArrowUp: -columns.value,
    Home: -at.value,
    End: (list.count.value ?? 1) - 1 - at.value,
  }
  const step = steps[e.key]
  if (step === undefined || e.ctrlKey || e.altKey) return
  e.preventDefault()
  at.value = Math.min(Math.max(at.value + step, 0), (list.count.value ?? 1) - 1)
  virtual.value.scrollToIndex(Math.floor(at.value / columns.value))
  focusTile(at.value)
}
/** Puts the focus on a tile as soon as it is there: far away ones have to come first. */
function focusTile(n: number, tries = 120) {
  requestAnimationFrame(() => {
    const link = scroller.value?.querySelector<HTMLElement>(`[data-tile="${n}"] a`)
    if (link) link.focus()
    else if (tries > 0 && n === at.value) focusTile(n, tries - 1)
  })
}

const uploads = useUploads(() => list.refresh())
const chooser = useTemplateRef<{ open(): void }>('chooser')
const over = ref(false)
function drop(e: DragEvent) {
  over.value = false
  if (session.mayEdit) uploads.add(e.dataTransfer?.files ?? [])
}
const search = useTemplateRef<Focusable>('search')
useKeys('Pictures and files', [
  { keys: '/', does: 'Search', run: () => search.value?.focus() },
  {
    keys: 'n',
    does: 'Upload',
    run: () => {
      if (session.mayEdit) chooser.value?.open()
    },
  },
  { keys: 'Arrows', does: 'Move between pictures' },
])
const also = [
  { code: 'near-duplicate', label: 'near-duplicates' },
  { code: 'unused', label: 'not on any product' },
]
</script>

<template>
  <div
    class="relative flex h-full flex-col"
    @dragover.prevent="over = true"
    @dragleave.self="over = false"
    @drop.prevent="drop"
  >
    <PageHead stage="library" title="Pictures and files">
      <template #line
        ><span role="status">{{ list.count.value === undefined ? '' : numberShown(list.count.value) }}</span></template
      >
      <TextField
        ref="search"
        v-model="q"
        placeholder="Name, text or origin"
        type="search"
        class="w-52"
        label="Search pictures and files"
      />
      <SelectField
        v-model="what"
        label="Show"
        :options="[
          option('', 'everything'),
          option('picture', 'pictures'),
          option('file', 'files'),
          ...withWords(pictureViews, (v) => `view: ${viewWords[v]}`),
        ]"
      />
      <SelectField
        v-model="finding"
        label="With the finding"
        :options="[option('', 'all findings'), ...byLabel([...itemChecks, ...also])]"
      />
      <SelectField
        v-model="order"
        label="Order"
        :options="[option('name', 'by name'), option('newest', 'newest first')]"
      />
      <template #actions
        ><FileField
          v-if="session.mayEdit"
          ref="chooser"
          class="act"
          label="Upload files"
          multiple
          @choose="uploads.add($event)"
          >Upload <span class="key">n</span></FileField
        ></template
      >
    </PageHead>
    <p v-if="list.problem.value" class="px-5 text-madder" role="alert">{{ list.problem.value.sentence }}</p>
    <div ref="scroller" class="min-h-0 flex-1 overflow-auto border-t border-hair2 bg-sheet px-5 pt-3" @keydown="walk">
      <div
        class="relative"
        role="list"
        aria-label="Pictures and files"
        :style="{ height: `${virtual.getTotalSize()}px` }"
      >
        <template v-for="v in visible" :key="v.index">
          <div
            v-for="c in columns"
            :key="c"
            class="absolute top-0 pr-3.5"
            role="listitem"
            :data-tile="v.index * columns + c - 1"
            :aria-setsize="list.count.value"
            :aria-posinset="v.index * columns + c"
            :hidden="v.index * columns + c > (list.count.value ?? 0)"
            :style="{ transform: `translate(${(c - 1) * 100}%, ${v.start}px)`, width: `${100 / columns}%` }"
          >
            <MediaTile
              v-if="list.row(v.index * columns + c - 1)"
              :one="list.row(v.index * columns + c - 1)!"
              :focused="at === v.index * columns + c - 1"
              @focus="at = v.index * columns + c - 1"
            />
          </div>
        </template>
      </div>
      <EmptyState v-if="list.count.value === 0"
        >{{ q || what || finding ? 'No results.' : 'The library is empty. Drop pictures here.' }}
      </EmptyState>
    </div>
    <UploadPanel
      v-if="uploads.list.value.length"
      :uploads="uploads.list.value"
      :busy="uploads.busy.value"
      @close="uploads.clear()"
    />
    <div
      v-if="over && session.mayEdit"
      class="pointer-events-none absolute inset-2 z-30 flex items-center justify-center border-2 border-dashed border-indigo bg-indigowash/80 text-[15px]"
    >
      Drop to upload
    </div>
  </div>
</template>
