<script setup lang="ts">
import { directionOf } from '@core/language/chain'
import { noLanguage, type FactTexts } from '@core/catalogue/storefront-facts'
import { codeOfName } from '@core/text/code'

/** The facts of a storefront that texts can name, in each of its languages or the same in all. */
const facts = defineModel<Record<string, FactTexts>>({ required: true })
const props = defineProps<{ disabled: boolean; languages: readonly string[] }>()
const setup = useSetupStore()
const newName = ref('')

/** The source comes first: it is what the other languages are translated from. */
const columns = computed(() => [setup.source, ...props.languages.filter((l) => l !== setup.source)])
const isSameInAll = (texts: FactTexts) => noLanguage in texts
const languagesOf = (texts: FactTexts) => (isSameInAll(texts) ? [noLanguage] : columns.value)
const labelOf = (name: string) => name.replaceAll('-', ' ')
const languageLabel = (language: string) => (language === noLanguage ? 'every language' : languageName(language))

function write(name: string, language: string, text: string) {
  facts.value = { ...facts.value, [name]: { ...facts.value[name], [language]: text } }
}
function setSameInAll(name: string, same: boolean) {
  const texts = facts.value[name]!
  const text = Object.values(texts).find((t) => t.trim()) ?? ''
  facts.value = { ...facts.value, [name]: { [same ? noLanguage : setup.source]: text } }
}
function add() {
  if (newName.value.trim() === '') return
  const name = codeOfName(newName.value.trim(), 'fact')
  if (!(name in facts.value)) facts.value = { ...facts.value, [name]: {} }
  newName.value = ''
}
function remove(name: string) {
  facts.value = Object.fromEntries(Object.entries(facts.value).filter(([n]) => n !== name))
}
</script>

<template>
  <section aria-label="Facts">
    <h2>Facts</h2>
    <p class="pb-1.5 text-ink2">
      Texts can name these as inline values. A fact that is missing in a language is not shown in it.
    </p>
    <fieldset v-for="(texts, name) in facts" :key="name" class="border-t border-hair py-2">
      <legend class="sr-only">{{ labelOf(name) }}</legend>
      <p class="flex items-center gap-3 pb-1">
        <b class="font-semibold">{{ labelOf(name) }}</b>
        <CheckBox
          :disabled="disabled"
          :model-value="isSameInAll(texts)"
          class="text-ink2"
          @update:model-value="setSameInAll(name, !isSameInAll(texts))"
          >same in every language</CheckBox
        >
        <button
          v-if="!disabled"
          type="button"
          class="plain ml-auto min-h-6"
          :aria-label="`Remove ${labelOf(name)}`"
          @click="remove(name)"
        >
          Remove
        </button>
      </p>
      <p v-for="language in languagesOf(texts)" :key="language" class="flex items-center gap-2 py-0.5">
        <label class="w-52 text-ink2" :for="`fact-${name}-${language}`">{{ languageLabel(language) }}</label>
        <TextField
          :id="`fact-${name}-${language}`"
          maxlength="500"
          :lang="language === noLanguage ? undefined : language"
          :dir="language === noLanguage ? undefined : directionOf(language)"
          :disabled="disabled"
          :model-value="texts[language]"
          class="flex-1"
          :label="`${labelOf(name)}, ${languageLabel(language)}`"
          @update:model-value="write(name, language, $event)"
        />
      </p>
    </fieldset>
    <p v-if="!disabled" class="flex items-center gap-2 border-t border-hair py-2">
      <TextField
        v-model="newName"
        placeholder="return days"
        maxlength="40"
        @keydown.enter.prevent="add"
        class="w-52"
        label="Name of a new fact"
      /><button type="button" class="plain" @click="add">Add fact</button>
    </p>
  </section>
</template>
