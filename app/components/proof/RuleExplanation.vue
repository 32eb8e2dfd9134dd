<script setup lang="ts">
import { decidingPart, type Explanation } from '@core/rules/explain'
import { useConditionWords } from './useConditionWords'

/** Why a rule is met or not: the one condition that decides, and all of them once it is opened. */
const props = defineProps<{ explanation: Explanation }>()
const words = useConditionWords()
const deciding = computed(() => decidingPart(props.explanation))

/** What a group of conditions came to, where none of them decides alone. */
function groupWords({ kind, met, children }: Explanation): string {
  const conditions = countShown(children?.length ?? 0, 'condition')
  if (kind === 'all') return met ? `All ${conditions} are met` : 'Not all conditions are met'
  if (kind === 'any') return `None of ${conditions} is met`
  return met ? `None of ${conditions} is met, as the rule asks` : 'A condition is met that must not be'
}
const decidingWords = computed(() => {
  const part = deciding.value
  return part.kind === 'test' ? words(part) : groupWords(part)
})
const isAlone = computed(() => deciding.value === props.explanation && props.explanation.kind === 'test')
</script>

<template>
  <ExplanationTree v-if="isAlone" :explanation="explanation" />
  <details v-else>
    <summary class="cursor-pointer">{{ decidingWords }}</summary>
    <ExplanationTree class="pt-1" :explanation="explanation" />
  </details>
</template>
