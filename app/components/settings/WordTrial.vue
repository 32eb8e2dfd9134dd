<script setup lang="ts">
import type { Trial } from '@contracts/readiness'

/** Where words would stand before they are banned: in how many texts, and what stands around them. */
const props = defineProps<{
  words: string[]
  field: string | null
  storefront: string | null
  language: string | null
}>()
const setup = useSetupStore()
const trial = shallowRef<Trial>()
const { busy, during } = useBusy()
const tried = ref('')
const key = computed(() => JSON.stringify(props))
async function look() {
  await during(async () => {
    trial.value = await call('tryWords', {
      body: {
        words: props.words,
        field: props.field,
        storefront: props.storefront,
        language: props.language,
      },
    })
    tried.value = key.value
  })
}
const found = computed(() => {
  if (!trial.value) return ''
  const { texts, products, more } = trial.value
  if (texts === 0) return 'Not found anywhere.'
  return `Found in ${more ? 'more than ' : ''}${countShown(texts, 'text')} of ${countShown(products, 'product')}.`
})
</script>

<template>
  <div>
    <button type="button" class="act" :disabled="busy || words.length === 0" @click="look">
      {{ busy ? 'Searching …' : 'Search the whole catalogue' }}
    </button>
    <div v-if="trial" role="status" class="pt-2" :class="{ 'text-ink3': tried !== key }">
      <p>{{ found }}<span v-if="tried !== key" class="text-ochre"> The words have changed since the search.</span></p>
      <ul
        v-if="trial.items.length"
        class="mt-1 max-h-60 overflow-auto border border-hair bg-sheet"
        tabindex="0"
        aria-label="Where they were found"
      >
        <li v-for="(i, at) in trial.items" :key="at" class="border-b border-hair px-2 py-1">
          <NuxtLink
            class="code hover:underline"
            :to="{ path: `/catalogue/${segment(i.sku)}`, query: { field: i.field } }"
            >{{ i.sku }}</NuxtLink
          >
          {{ ' '
          }}<small class="text-ink2"
            >{{ setup.label(setup.attributes.get(i.field)?.labels, i.field) }}, {{ languageName(i.language) }}</small
          ><span class="block font-serif" dir="auto" :lang="i.language"
            >…{{ i.before }}<mark class="bg-madderwash text-madder">{{ i.word }}</mark
            >{{ i.after }}…</span
          >
        </li>
      </ul>
    </div>
  </div>
</template>
