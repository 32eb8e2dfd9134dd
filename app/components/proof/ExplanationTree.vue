<script setup lang="ts">
import type { Explanation } from '@core/rules/explain'
import { useConditionWords } from './useConditionWords'

defineProps<{ explanation: Explanation }>()
const words = useConditionWords()
const groupWords = {
  all: 'all of',
  any: 'at least one of',
  none: 'none of',
  variant: 'one and the same variant',
  test: '',
}
</script>

<template>
  <div>
    <p v-if="explanation.kind === 'test'">
      <span :aria-label="explanation.met ? 'met' : 'not met'">{{ explanation.met ? '✓' : '✗' }}</span>
      {{ words(explanation) }}
    </p>
    <template v-else>
      <p>
        {{ explanation.met ? '✓' : '✗' }} {{ groupWords[explanation.kind]
        }}<span v-if="explanation.metBy" class="opacity-75"> · met by {{ explanation.metBy.toUpperCase() }}</span>
      </p>
      <ExplanationTree v-for="(c, i) in explanation.children" :key="i" :explanation="c" class="pl-4" />
    </template>
  </div>
</template>
