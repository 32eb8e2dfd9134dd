<script setup lang="ts">
import { storefrontPhrases, type AddedPhrase, type Phrase, type PhraseTexts } from '@core/page/phrases'
import { codeOfName, freeCode } from '@core/text/code'

/** The storefront's own phrases: their wording in the source, which every storefront begins with and may change. */
const texts = defineModel<PhraseTexts>({ required: true })
const added = defineModel<AddedPhrase[]>('added', { required: true })
const props = defineProps<{ disabled: boolean; code: string; languages: readonly string[] }>()
const setup = useSetupStore()
const wording = (phrase: Phrase, form: string) => texts.value[phrase.code]?.[setup.source]?.[form] ?? ''
function set(phrase: Phrase, form: string, text: string) {
  const { [phrase.code]: mine = {}, ...rest } = texts.value
  const { [setup.source]: source = {}, ...others } = mine
  const { [form]: _, ...forms } = source
  const next = text.trim() === '' || text.trim() === phrase.source[form] ? forms : { ...forms, [form]: text.trim() }
  const here = { ...others, ...(Object.keys(next).length > 0 ? { [setup.source]: next } : {}) }
  texts.value = { ...rest, ...(Object.keys(here).length > 0 ? { [phrase.code]: here } : {}) }
}
const has = (phrase: Phrase, language: string) => texts.value[phrase.code]?.[language]?.other !== undefined
const all = computed(() => storefrontPhrases({ addedPhrases: added.value }))
const isAdded = (phrase: Phrase) => added.value.some((p) => p.code === phrase.code)

/** A phrase to add: where shoppers meet it, and whether it holds a number. */
const note = ref('')
const counted = ref(false)
const list = useTemplateRef<HTMLElement>('list')
function add() {
  const code = freeCode(codeOfName(note.value, 'phrase'), (c) => all.value.some((p) => p.code === c))
  added.value = [...added.value, { code, note: note.value.trim(), counted: counted.value }]
  note.value = ''
  counted.value = false
  void nextTick(() => list.value?.querySelector<HTMLElement>('li:last-child input')?.focus())
}
function remove(phrase: Phrase) {
  const { [phrase.code]: _, ...rest } = texts.value
  texts.value = rest
  added.value = added.value.filter((p) => p.code !== phrase.code)
}
const others = computed(() => props.languages.filter((l) => l !== setup.source))
const formWords: Record<string, string> = { one: 'for one', other: 'for several' }
</script>

<template>
  <div>
    <p class="pb-2 text-ink2">
      Buttons and messages of the shop. Some appear only after an action.
      <NuxtLink
        v-for="l in others"
        :key="l"
        class="plain mr-3"
        :to="{ path: `/translation/${segment(`storefront:${code}`)}`, query: { in: `${code}/${l}` } }"
        >Translate them into {{ bareLanguageName(l) }}</NuxtLink
      >
    </p>
    <ul ref="list" aria-label="Phrases">
      <li
        v-for="p in all"
        :key="p.code"
        class="grid grid-cols-[minmax(0,1fr)_minmax(0,1.2fr)_90px] items-start gap-3 border-b border-hair py-1.5"
      >
        <span class="text-ink2"
          >{{ p.note
          }}<button
            v-if="isAdded(p) && !disabled"
            type="button"
            class="plain ml-2 text-[12px]"
            :aria-label="`Remove the phrase: ${p.note}`"
            @click="remove(p)"
          >
            Remove
          </button></span
        >
        <span class="grid gap-1"
          ><label v-for="(first, form) in p.source" :key="form" class="flex items-baseline gap-2"
            ><span v-if="'one' in p.source" class="w-20 text-[12px] text-ink2">{{ formWords[form] }}</span
            ><TextField
              :lang="setup.source"
              :placeholder="first || 'Not written yet'"
              :disabled="disabled"
              maxlength="300"
              :model-value="wording(p, String(form))"
              class="w-full"
              :label="`${p.note}${'one' in p.source ? `, ${formWords[form]}` : ''}`"
              @commit="set(p, String(form), $event)" /></label
        ></span>
        <span class="text-right text-[12px]" :class="others.every((l) => has(p, l)) ? 'text-ink2' : 'text-madder'"
          >{{ others.filter((l) => has(p, l)).length }} of {{ others.length }}</span
        >
      </li>
    </ul>
    <form v-if="!disabled" class="inline-row py-2" @submit.prevent="add">
      <TextField
        v-model="note"
        class="w-80"
        maxlength="200"
        label="Where shoppers read the new phrase"
        placeholder="Under the price, on the day before a holiday"
      /><CheckBox v-model="counted">holds a number</CheckBox
      ><button type="submit" class="act" :disabled="!note.trim()">Add a phrase</button>
    </form>
  </div>
</template>
