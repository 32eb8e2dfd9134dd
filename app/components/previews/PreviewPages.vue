<script setup lang="ts">
import type { PreviewEdition, PreviewPageRow } from '@contracts/previews'
import { pageChangeWords } from '../releases/releaseWords'

/** The pages of a release that a preview shows in an edition, to choose one. */
const props = defineProps<{ token: string; edition: PreviewEdition }>()
const chosen = defineModel<PreviewPageRow | undefined>({ required: true })
const q = ref('')
const list = usePages<PreviewPageRow>(
  (offset, limit, signal) => {
    const { storefront, language } = props.edition
    return call('previewPages', {
      params: { token: props.token },
      query: { storefront, language, ...(q.value === '' ? {} : { q: q.value }), offset, limit },
      signal,
    })
  },
  () => [props.edition.storefront, props.edition.language, q.value],
  50,
)
const at = ref(0)
watch(q, () => {
  at.value = 0
})
const { virtual, rows, walking } = useLineList(list, {
  at,
  keyOf: (row) => `${row.kind}/${row.key}`,
  lineHeight: 48,
  headHeight: 0,
})
watchEffect(() => {
  chosen.value = list.row(at.value)
})
useKeys('Pages of the preview', walking)
</script>

<template>
  <div class="split-side w-[280px] bg-sheet">
    <div class="border-b border-hair px-3 py-2">
      <TextField v-model="q" class="w-full" label="Search by SKU or name" placeholder="SKU or name" />
      <span class="text-[12px] text-ink2" role="status">{{
        list.count.value === undefined ? '' : countShown(list.count.value, 'page')
      }}</span>
    </div>
    <div
      ref="scroller"
      class="min-h-0 flex-1 overflow-auto"
      role="grid"
      tabindex="0"
      aria-label="Pages"
      :aria-activedescendant="chosen ? `preview-page-${at}` : undefined"
    >
      <div class="relative" role="rowgroup" :style="{ height: `${virtual.getTotalSize()}px` }">
        <div
          v-for="v in rows"
          :id="`preview-page-${v.index}`"
          :key="v.index"
          role="row"
          :aria-selected="v.index === at"
          class="absolute inset-x-0 h-[48px] cursor-pointer border-b border-hair px-3 py-1.5"
          :class="{ 'bg-indigowash': v.index === at }"
          :style="{ transform: `translateY(${v.start}px)` }"
          @click="at = v.index"
        >
          <div v-if="list.row(v.index)" role="gridcell">
            <p class="truncate font-semibold">{{ list.row(v.index)!.name }}</p>
            <p class="text-[12px] text-ink2">
              {{ pageChangeWords[list.row(v.index)!.change] }}
            </p>
          </div>
        </div>
      </div>
    </div>
  </div>
</template>
