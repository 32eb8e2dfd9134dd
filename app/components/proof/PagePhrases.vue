<script setup lang="ts">
import { phraseLine } from '@core/page/phrases'

/** Every phrase that the shop shows around a page, those too that come only after an action. */
const props = defineProps<{ storefront: string; language: string }>()
const { data, problem } = useAnswer('editionPhrases', () => ({
  params: { code: props.storefront, language: props.language },
}))
const missing = computed(() => (data.value?.items ?? []).filter((p) => p.forms === null).length)
</script>

<template>
  <p v-if="problem" role="alert" class="text-madder">{{ problem.sentence }}</p>
  <template v-if="data">
    <p class="text-ink2">
      {{ countShown(data.items.length, 'phrase')
      }}<template v-if="missing">, {{ numberShown(missing) }} missing</template>.
      <NuxtLink class="plain" :to="{ path: `/settings/storefronts/${segment(storefront)}`, query: { side: 'phrases' } }"
        >Edit phrases</NuxtLink
      >
    </p>
    <dl>
      <div v-for="phrase in data.items" :key="phrase.code" class="ruled">
        <dt class="text-ink2">{{ phrase.note }}</dt>
        <dd v-if="phrase.forms" :lang="language" class="font-serif">{{ phraseLine(phrase.forms) }}</dd>
        <dd v-else class="text-madder">Missing</dd>
      </div>
    </dl>
  </template>
</template>
