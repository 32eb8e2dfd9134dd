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
const keyOf = ({ kind, key }: PreviewPageRow) => `${kind}/${key}`
const at = ref(0)
watch(q, () => {
  at.value = 0
})
watchEffect(() => {
  chosen.value = list.row(at.value)
})
</script>

<template>
  <div class="split-side w-[280px] bg-sheet">
    <div class="border-b border-hair px-3 py-2">
      <TextField v-model="q" class="w-full" label="Search by SKU or name" placeholder="SKU or name" />
      <span class="text-[12px] text-ink2" role="status">{{
        list.count.value === undefined ? '' : countShown(list.count.value, 'page')
      }}</span>
    </div>
    <PageGrid
      v-slot="{ row }: { row: PreviewPageRow }"
      v-model:at="at"
      :list="list"
      :key-of="keyOf"
      :line-height="48"
      label="Pages"
      keys-of="Pages of the preview"
    >
      <p class="truncate font-semibold">{{ row.name }}</p>
      <p class="text-[12px] text-ink2">{{ pageChangeWords[row.change] }}</p>
    </PageGrid>
  </div>
</template>
