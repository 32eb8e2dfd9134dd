<script setup lang="ts">
import { useVirtualizer } from '@tanstack/vue-virtual'
import type { DecisionReport, SuggestionDocument } from '@contracts/drafting'
import type { Value } from '@core/attributes/attribute'
import { useReview } from '~/components/review/useReview'

const lens = useLensStore()
const setup = useSetupStore()
const session = useSessionStore()
const jobs = useJobsStore()
const { focus } = useProofFocus()
onBeforeUnmount(() => {
  focus.value = null
})
const review = useReview()
const { by, state, group, language, outdated, mine, list, groups } = review
const scroller = useTemplateRef<HTMLElement>('scroller')
const virtual = useVirtualizer(
  computed(() => ({
    count: list.count.value ?? 0,
    getScrollElement: () => scroller.value,
    estimateSize: () => 130,
    overscan: 6,
    getItemKey: (i: number) => list.row(i)?.id ?? `row ${i}`,
  })),
)
const rows = computed(() => virtual.value.getVirtualItems())
watch(rows, (r) => {
  if (r.length) list.show(r[0]!.index, r.at(-1)!.index)
})
const measured = (el: unknown) => {
  if (el instanceof Element) virtual.value.measureElement(el)
}
// What the worker adds is seen when it ends.
watch(
  () => jobs.standing(maySuggestValues),
  () => {
    void list.renew(0, 0)
    void groups.refresh()
  },
)

const at = ref(0)
const editing = ref<number>()
const { selected, toggle, clearSelection, walking, selecting } = useListKeys(list, {
  at,
  reveal: (i) => virtual.value.scrollToIndex(i),
  page: () => Math.max(1, rows.value.length - 14),
  keyOf: (s) => s.id,
  onMove: () => {
    editing.value = undefined
  },
})
watch([by, state, group, language, outdated, mine], () => {
  at.value = 0
  clearSelection()
  editing.value = undefined
  sure.value = undefined
})
const here = computed(() => list.row(at.value))
watch(here, (s) => {
  focus.value = s && s.picture === null ? s.sku : null
})
const mayDecide = (s: SuggestionDocument) =>
  session.mayEdit ||
  (s.picture === null && s.language !== null && s.language !== setup.source && session.mayTranslate(s.language))
const storefrontOf = (s: SuggestionDocument) =>
  s.storefront ??
  setup.storefronts.find((x) => x.editions.some((e) => e.language === s.language))?.code ??
  lens.storefront
/** What is selected of the pages that were read, else the one in focus. */
function chosen(): SuggestionDocument[] {
  const all = Array.from({ length: list.count.value ?? 0 }, (_, i) => list.row(i)).filter((s) => s !== undefined)
  const some = all.filter((s) => selected.value.has(s.id))
  return some.length > 0 ? some : here.value ? [here.value] : []
}
/** What was written last and could not be accepted. */
const refused = shallowRef<{ id: number; value: Value }>()
/** Decisions that can be undone, the latest last; each with what came of it, which may still be on its way. */
const decisions: { some: SuggestionDocument[]; answered: Promise<DecisionReport | undefined> }[] = []
async function decide(what: 'accept' | 'refuse', some = chosen(), value?: Value) {
  const able = some.filter((s) => s.state === 'open' && mayDecide(s))
  if (able.length === 0) return
  editing.value = undefined
  // At once: whoever edits the next one by the time that the answer comes keeps the focus there.
  scroller.value?.focus()
  // What is selected while the answer is awaited stays selected.
  const before = selected.value
  selected.value = new Set([...before].filter((id) => !able.some((s) => s.id === id)))
  const answered = review.decide(able, what, value)
  // At once, too: who undoes before the answer means this decision, not the one before.
  decisions.push({ some: able, answered })
  const report = await answered
  if (!report) selected.value = new Set([...selected.value, ...before])
  // What was written and cannot stand is there to be mended.
  if (value !== undefined && (!report || report.failedCount > 0)) {
    refused.value = { id: able[0]!.id, value }
    editing.value ??= able[0]!.id
  } else if (value !== undefined) refused.value = undefined
}
/** Undoes the latest decision that stood. */
async function takeBack() {
  for (let last = decisions.pop(); last; last = decisions.pop()) {
    const report = await last.answered
    const failed = new Set(report?.failed.map(({ id }) => id))
    const stood = report ? last.some.filter(({ id }) => !failed.has(id)) : []
    if (stood.length === 0) continue
    await review.decide(stood, 'reopen')
    return
  }
}
/** What is about to be done with everything that the list holds, until it is said once more. */
const sure = ref<'accept' | 'refuse'>()
async function all(what: 'accept' | 'refuse') {
  sure.value = undefined
  scroller.value?.focus()
  await review.decideAll(what)
}
const languages = computed(() => setup.languages)
const title = computed(() => groups.data.value?.items.find((g) => g.key === group.value)?.title)
const run = computed(() =>
  by.value === 'run' ? groups.data.value?.items.find((g) => g.key === group.value)?.run : undefined,
)
const countWords = computed(() => {
  const { value: count } = list.count
  if (count === undefined) return ''
  const all = `${numberShown(count)} ${title.value ? `in “${title.value}”` : 'suggestions'}`
  return selected.value.size > 0 ? `${all}, ${selected.value.size} selected` : all
})
const byWords = { run: 'work', product: 'product', field: 'field' } as const
const stateWords = {
  open: 'waiting',
  decided: 'decided',
  refused: 'refused',
  replaced: 'replaced by a later run',
} as const
useKeys('Review', [
  ...walking,
  ...selecting,
  { keys: 'a', does: 'Accept the selection, or this one', run: () => void decide('accept') },
  {
    keys: 'e',
    does: 'Edit, then accept with Ctrl+Enter',
    run: () => {
      if (here.value?.state === 'open' && mayDecide(here.value)) editing.value = here.value.id
    },
  },
  { keys: 'x', does: 'Reject the selection, or this one', run: () => void decide('refuse') },
  { keys: 'u', does: 'Undo the last decision', run: () => void takeBack() },
  {
    keys: 'Enter',
    does: 'Open the product',
    run: () => {
      if (here.value) void navigateTo(`/catalogue/${segment(here.value.sku)}`)
    },
  },
])
function leaveEditor() {
  editing.value = undefined
  scroller.value?.focus()
}
</script>

<template>
  <div class="page">
    <PageHead stage="review" title="Suggestions">
      <template #line
        ><span role="status">{{ countWords }}</span></template
      >
      <template v-if="state === 'open' && session.mayEdit" #actions>
        <button type="button" class="act" :disabled="!list.count.value" @click="sure = 'accept'">Accept all</button>
        <button type="button" class="act" :disabled="!list.count.value" @click="sure = 'refuse'">Reject all</button>
      </template>
      <template #controls>
        <SelectField
          :model-value="state"
          class="max-w-44"
          label="What is shown"
          :options="wordsOf(stateWords)"
          @update:model-value="review.go({ show: $event, group: undefined })"
        />
        <SelectField
          :model-value="language"
          class="max-w-40"
          label="Language of the suggestions"
          :options="[option('', 'all languages'), ...withWords(languages, languageName)]"
          @update:model-value="
            review.go({
              language: $event || undefined,
              group: by === 'field' ? undefined : group || undefined,
            })
          "
        />
        <CheckBox :model-value="outdated" @update:model-value="review.go({ outdated: outdated ? undefined : 'yes' })"
          >Only outdated</CheckBox
        >
        <CheckBox
          :model-value="mine"
          @update:model-value="review.go({ mine: mine ? undefined : 'yes', group: undefined })"
          >Only what I started</CheckBox
        >
        <p v-if="sure" class="flex basis-full items-center gap-3" role="alert">
          {{
            sure === 'accept'
              ? `Accept all ${countShown(list.count.value ?? 0, 'suggestion')}? Outdated ones stay in the list.`
              : `Reject all ${numberShown(list.count.value ?? 0)}?`
          }}
          <button type="button" class="act main" @click="all(sure)">
            {{ sure === 'accept' ? 'Accept' : 'Reject' }} them</button
          ><button type="button" class="plain" @click="sure = undefined">Cancel</button>
        </p>
      </template>
    </PageHead>
    <p v-if="list.problem.value" class="px-5 py-2 text-madder" role="alert">{{ list.problem.value.sentence }}</p>
    <details v-if="run" class="px-5 pb-2 text-[12.5px] text-ink2">
      <summary class="min-h-6 cursor-pointer">
        {{ numberShown(run.products) }} {{ run.products === 1 ? 'product' : 'products' }} drafted for<template
          v-if="run.thin"
          >, {{ numberShown(run.thin) }} skipped for too few facts</template
        >; it cost {{ numberShown(run.units) }} {{ run.unit
        }}<template v-if="run.notes.length"
          >; {{ numberShown(run.notes.reduce((n, x) => n + x.times, 0)) }} problems</template
        >
      </summary>
      <ul>
        <li v-for="n in run.notes" :key="n.note">
          {{ n.note }} <template v-if="n.times > 1">{{ numberShown(n.times) }} times.</template>
        </li>
      </ul>
    </details>
    <div class="split-body">
      <nav class="split-side w-[215px] overflow-auto pb-6" aria-label="Groups of suggestions">
        <p class="flex gap-3 px-4 pb-1 pt-2 text-[12.5px]">
          by
          <button
            v-for="(w, b) in byWords"
            :key="b"
            type="button"
            :class="by === b ? 'border-b-[1.5px] border-ink font-semibold' : 'text-ink2'"
            :aria-pressed="by === b"
            @click="review.go({ by: b, group: undefined })"
          >
            {{ w }}
          </button>
        </p>
        <button
          type="button"
          class="group"
          :class="{ on: group === '' }"
          :aria-pressed="group === ''"
          @click="review.go({ group: undefined })"
        >
          Everything
        </button>
        <button
          v-for="g in groups.data.value?.items ?? []"
          :key="g.key"
          type="button"
          class="group"
          :class="{ on: group === g.key }"
          :aria-pressed="group === g.key"
          @click="review.go({ group: g.key })"
        >
          <span class="flex gap-2"
            ><span class="min-w-0 flex-1" :class="by === 'product' ? 'code' : ''">{{ g.title }}</span
            ><span>{{ numberShown(g.open) }}</span></span
          >
          <small class="block text-ink2"
            >{{ g.note
            }}<span v-if="g.outdated && state === 'open'" class="text-ochre"
              ><template v-if="g.note"> · </template>{{ g.outdated }} outdated</span
            ></small
          >
        </button>
      </nav>
      <div
        ref="scroller"
        class="split-main bg-sheet"
        tabindex="0"
        :role="list.count.value ? 'feed' : 'region'"
        aria-label="Suggestions"
        :aria-busy="list.busy.value"
      >
        <div
          class="sticky top-0 z-10 grid grid-cols-2 gap-6 border-b border-hair2 bg-sheet px-5 py-1 text-[12.5px] font-semibold"
        >
          <span>Current</span><span>Suggested</span>
        </div>
        <EmptyState v-if="list.count.value === 0">
          <template v-if="state === 'open' && !outdated && !language && !mine">
            Nothing to review. Recipes draft texts, and the data pool and photos suggest facts; all of them appear here
            for review.
          </template>
          <template v-else>No results.</template>
          <NuxtLink v-if="state === 'open'" class="plain" to="/review/recipes">Open recipes</NuxtLink>
        </EmptyState>
        <div class="relative" :style="{ height: `${virtual.getTotalSize()}px` }">
          <div
            v-for="v in rows"
            :key="String(v.key)"
            :ref="measured"
            class="absolute inset-x-0 top-0"
            :data-index="v.index"
            :style="{ transform: `translateY(${v.start}px)` }"
            @mousedown="at = v.index"
          >
            <SuggestionRow
              v-if="list.row(v.index)"
              :one="list.row(v.index)!"
              :current="v.index === at"
              :selected="selected.has(list.row(v.index)!.id)"
              :began="refused?.id === list.row(v.index)!.id ? refused.value : undefined"
              :editing="editing === list.row(v.index)!.id"
              :readonly="!mayDecide(list.row(v.index)!)"
              :storefront="storefrontOf(list.row(v.index)!)"
              :aria-posinset="v.index + 1"
              :aria-setsize="list.count.value"
              @mark="toggle(list.row(v.index))"
              @accept="decide('accept', [list.row(v.index)!], $event)"
              @refuse="decide('refuse', [list.row(v.index)!])"
              @edit="editing = list.row(v.index)!.id"
              @leave="leaveEditor"
              @reopen="review.decide([list.row(v.index)!], 'reopen')"
            />
            <p v-else class="h-[130px] px-5 py-3 text-ink3">…</p>
          </div>
        </div>
      </div>
    </div>
  </div>
</template>

<style scoped>
.group {
  display: block;
  width: 100%;
  padding: 5px 16px;
  text-align: start;
  border-bottom: 1px solid var(--hair);
}
.group:hover {
  background: var(--shade);
}
.group.on {
  background: var(--indigo-wash);
  font-weight: 600;
}
</style>
