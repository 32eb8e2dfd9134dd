<script setup lang="ts">
import type { Explanation } from '@core/rules/explain'
import { conditionWords } from '@core/rules/explained'

defineProps<{ explanation: Explanation }>()
const setup = useSetupStore()
const lens = useLensStore()
const groupWords = {
  all: 'all of',
  any: 'at least one of',
  none: 'none of',
  variant: 'one and the same variant',
  test: '',
}
const readIn = computed(() => ({
  language: interfaceLanguage,
  currency: setup.storefronts.find((s) => s.code === lens.storefront)?.currency ?? '',
}))
</script>

<template>
  <div>
    <p v-if="explanation.kind === 'test'">
      <span :aria-label="explanation.met ? 'met' : 'not met'">{{ explanation.met ? '✓' : '✗' }}</span>
      {{ conditionWords(explanation, setup.forCore, readIn) }}
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
