<script setup lang="ts">
import { useTimeoutFn } from '@vueuse/core'
import type { EditionDocument } from '@contracts/readiness'

/** What an edition of a product still lacks, in the head of its page; opens the findings, each with the way to it. */
const props = defineProps<{ sku: string; version: unknown }>()
const lens = useLensStore()
const answer = useAnswer('productReadiness', () => ({ params: { sku: props.sku } }), { on: () => props.version })
const edition = computed(() =>
  answer.data.value?.editions.find((e) => e.storefront === lens.storefront && e.language === lens.language),
)
/** So long until what is being recalculated is asked for again, in milliseconds. */
const nextAsk = 1500
const { start } = useTimeoutFn(() => void answer.refresh(), nextAsk, { immediate: false })
watch(
  () => answer.data.value,
  (readiness) => {
    if (readiness?.due) start()
  },
)
const where = computed(() => bareLanguageName(lens.language))
function stateWords({ blockers, remarks }: EditionDocument): string {
  if (blockers.length > 0) return `${countShown(blockers.length, 'blocker')} in ${where.value}`
  if (remarks.length > 0) return `Ready in ${where.value}, ${countShown(remarks.length, 'remark')}`
  return `Ready in ${where.value}`
}
const findings = computed(() => [
  ...(edition.value?.blockers ?? []).map((finding) => ({ finding, blocks: true })),
  ...(edition.value?.remarks ?? []).map((finding) => ({ finding, blocks: false })),
])
</script>

<template>
  <span v-if="!answer.data.value" />
  <span v-else-if="!edition">{{ answer.data.value.due ? 'Recalculating …' : 'Not sold here' }}</span>
  <span v-else-if="findings.length === 0" class="text-weld">{{ stateWords(edition) }}</span>
  <DropPanel
    v-else
    v-slot="{ close }"
    class="plain"
    :class="edition.blockers.length ? 'text-madder' : 'text-weld'"
    :label="stateWords(edition)"
    panel-class="w-[340px]"
  >
    <ul class="finding-list">
      <li v-for="({ finding, blocks }, i) in findings" :key="i">
        <FindingSign :blocks="blocks" />
        <NuxtLink :to="findingPlace(finding, sku, `${lens.storefront}/${lens.language}`)" @click="close()">{{
          finding.message
        }}</NuxtLink>
      </li>
    </ul>
  </DropPanel>
</template>

<style scoped>
.finding-list > li {
  display: flex;
  gap: 8px;
  padding: 5px 0;
  border-bottom: 1px solid var(--hair);
}
.finding-list > li:last-child {
  border-bottom: 0;
}
.finding-list a:hover {
  text-decoration: underline;
}
</style>
