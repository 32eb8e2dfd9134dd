<script setup lang="ts">
import { partsOfSpeech, termIn } from '@core/translation/term'

const route = useRoute()
const code = computed(() => (route.params.code === 'new' ? null : String(route.params.code)))
const setup = useSetupStore()
const session = useSessionStore()
const lens = useLensStore()
const record = useRecord(
  'glossary',
  () => code.value,
  () => ({ code: '', partOfSpeech: null, note: '', languages: { [setup.source]: { term: '', forbidden: [] } } }),
  (t) => termIn(t, setup.source)?.term ?? 'term',
)
const { draft } = record
const readonly = computed(() => !session.mayEdit)
/** The languages that have it, and those of the storefronts that have none that holds for them. */
const offered = computed(() =>
  [...new Set(lens.editions.map((e) => new Intl.Locale(e.language).language))].filter(
    (l) => !Object.keys(draft.value?.languages ?? {}).some((k) => k.split('-')[0] === l),
  ),
)
function add(language: string) {
  if (draft.value) draft.value.languages[language] = { term: '', forbidden: [] }
}
const remove = (l: string) => {
  if (draft.value)
    draft.value.languages = Object.fromEntries(Object.entries(draft.value.languages).filter(([k]) => k !== l))
}
</script>

<template>
  <RecordPage
    :record="record"
    it="Term"
    many="Glossary"
    :title="(draft && termIn(draft, setup.source)?.term) ?? ''"
    :readonly="readonly"
    removal="Delete this term?"
  >
    <div v-if="draft" class="grid max-w-[900px] content-start gap-4">
      <div class="grid grid-cols-[180px_minmax(0,1fr)] gap-4">
        <FormField path="partOfSpeech" label="Part of speech">
          <SelectField
            :disabled="readonly"
            v-model="draft.partOfSpeech"
            class="w-full"
            :options="[option(null, 'not set'), ...asNamed(partsOfSpeech)]"
          />
        </FormField>

        <FormField path="note" label="Note">
          <TextField v-model="draft.note" :disabled="readonly" maxlength="2000" class="w-full" />
        </FormField>
      </div>
      <table class="w-full text-[13px]">
        <thead>
          <tr class="head-row">
            <th class="w-44 py-1 font-semibold">Language</th>
            <th class="font-semibold">Preferred term</th>
            <th class="font-semibold">Forbidden (separate with commas)</th>
            <th class="w-20"><span class="sr-only">Remove</span></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(wording, l) in draft.languages" :key="l" class="border-b border-hair">
            <th class="py-1.5 text-left font-normal" scope="row">{{ languageName(l) }}</th>
            <td class="pr-3">
              <TextField
                v-model="wording.term"
                :lang="l"
                dir="auto"
                :disabled="readonly"
                maxlength="200"
                :autofocus="code === null && l === setup.source"
                class="w-full font-serif"
                :label="`Term in ${languageName(l)}`"
              />
            </td>
            <td class="pr-3">
              <TextField
                :lang="l"
                dir="auto"
                :disabled="readonly"
                :model-value="wording.forbidden.join(', ')"
                class="w-full font-serif"
                :label="`Forbidden in ${languageName(l)}`"
                @commit="
                  wording.forbidden = $event
                    .split(/[,،、]/)
                    .map((w) => w.trim())
                    .filter(Boolean)
                "
              />
            </td>
            <td>
              <button v-if="!readonly && l !== setup.source" type="button" class="plain min-h-6" @click="remove(l)">
                Remove
              </button>
            </td>
          </tr>
        </tbody>
      </table>
      <p v-if="!readonly && offered.length" class="inline-row">
        <ActionMenu
          class="act"
          label="Add a language"
          :actions="offered.map((l) => ({ id: l, label: languageName(l) }))"
          @choose="add"
        /><span class="text-ink2"
          >A language such as French applies to all its regions. Add regional terms by importing a CSV file.</span
        >
      </p>
    </div>
  </RecordPage>
</template>
