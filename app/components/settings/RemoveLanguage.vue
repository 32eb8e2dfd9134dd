<script setup lang="ts">
/** What taking a language away from a storefront means, told before it is done. Its texts stay stored. */
const props = defineProps<{ storefront: string; language: string }>()
const emit = defineEmits<{ cancel: []; remove: [] }>()
const setup = useSetupStore()
const { data: use, problem } = useAnswer('editionUse', () => ({
  params: { code: props.storefront, language: props.language },
}))
/** What else changes, a sentence each. */
const effects = computed(() => {
  const { pages, texts, shares, borrowedBy } = use.value ?? { pages: 0, texts: 0, shares: 0, borrowedBy: [] }
  return [
    `${countShown(pages, 'page')} no longer in readiness, coverage and translation.`,
    ...(texts > 0 ? [`${countShown(texts, 'text')} kept, and used again if you add the language again.`] : []),
    ...(shares > 0 ? [`${countShown(shares, 'assigned translation')} no longer listed.`] : []),
    ...borrowedBy.map((e) => `${setup.editionName(e.storefront, e.language)} goes on borrowing its texts.`),
  ]
})
</script>

<template>
  <section class="my-1 border-l-2 border-madder py-1 pl-4" :aria-label="`Remove ${languageName(language)}`">
    <p v-if="problem" class="text-madder" role="alert">{{ problem.sentence }}</p>
    <p v-else-if="!use" role="status">Looking for what uses {{ languageName(language) }} …</p>
    <template v-else>
      <ul role="status">
        <li v-for="effect in effects" :key="effect">{{ effect }}</li>
      </ul>
      <p v-if="use.assignments.length > 0" class="pt-1">
        Limited to this edition, and shown nowhere then:
        <template v-for="(a, i) in use.assignments" :key="a.code"
          ><template v-if="i > 0">, </template
          ><NuxtLink class="plain" :to="`/assignments/${segment(a.code)}`">{{ a.name }}</NuxtLink></template
        >.
      </p>
      <p class="inline-row pt-2">
        <button type="button" class="act main" @click="emit('remove')">Remove {{ languageName(language) }}</button>
        <button type="button" class="plain" @click="emit('cancel')">Cancel</button>
      </p>
    </template>
  </section>
</template>
