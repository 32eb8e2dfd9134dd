<script setup lang="ts">
import { phrases, type PhraseTexts } from '@core/page/phrases'

/** The storefront's own phrases: their wording in the source, which every storefront begins with and may change. */
const texts = defineModel<PhraseTexts>({ required: true })
const props = defineProps<{ disabled: boolean; code: string; languages: readonly string[] }>()
const setup = useSetupStore()
const wording = (phrase: (typeof phrases)[number], form: string) =>
  texts.value[phrase.code]?.[setup.source]?.[form] ?? ''
function set(phrase: (typeof phrases)[number], form: string, text: string) {
  const { [phrase.code]: mine = {}, ...rest } = texts.value
  const { [setup.source]: source = {}, ...others } = mine
  const { [form]: _, ...forms } = source
  const next = text.trim() === '' || text.trim() === phrase.source[form] ? forms : { ...forms, [form]: text.trim() }
  const here = { ...others, ...(Object.keys(next).length > 0 ? { [setup.source]: next } : {}) }
  texts.value = { ...rest, ...(Object.keys(here).length > 0 ? { [phrase.code]: here } : {}) }
}
const has = (phrase: (typeof phrases)[number], language: string) =>
  texts.value[phrase.code]?.[language]?.other !== undefined
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
    <ul aria-label="Phrases">
      <li
        v-for="p in phrases"
        :key="p.code"
        class="grid grid-cols-[minmax(0,1fr)_minmax(0,1.2fr)_90px] items-start gap-3 border-b border-hair py-1.5"
      >
        <span class="text-ink2">{{ p.note }}</span>
        <span class="grid gap-1"
          ><label v-for="(first, form) in p.source" :key="form" class="flex items-baseline gap-2"
            ><span v-if="'one' in p.source" class="w-20 text-[12px] text-ink2">{{ formWords[form] }}</span
            ><TextField
              :lang="setup.source"
              :placeholder="first"
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
  </div>
</template>
