<script setup lang="ts">
import { partsOfSpeech, termIn, type Term } from '@core/translation/glossary'

const route = useRoute()
const code = computed(() => (route.params.code === 'new' ? null : String(route.params.code)))
const setup = useSetupStore()
const session = useSessionStore()
const lens = useLensStore()
const record = useRecord<Term>('glossary', () => code.value, () => ({ code: '', partOfSpeech: null, note: '', languages: { [setup.source]: { term: '', forbidden: [] } } }), (t) => termIn(t, setup.source)?.term ?? 'term')
const { draft, stored, changed, problem, conflict, busy } = record
const readonly = computed(() => !session.mayEdit)
const past = ref(false)
const sure = ref(false)
/** The languages that have it, and those of the storefronts that have none that holds for them. */
const offered = computed(() => [...new Set(lens.editions.map((e) => new Intl.Locale(e.language).language))].filter((l) => !Object.keys(draft.value?.languages ?? {}).some((k) => k.split('-')[0] === l)))
const adding = ref('')
function add() {
  if (adding.value && draft.value) draft.value.languages[adding.value] = { term: '', forbidden: [] }
  adding.value = ''
}
const remove = (l: string) => { if (draft.value) draft.value.languages = Object.fromEntries(Object.entries(draft.value.languages).filter(([k]) => k !== l)) }
const save = () => (readonly.value ? undefined : record.save())
useKeys('Term', [
  { keys: 'Ctrl+S', does: 'Save', always: true, run: () => void save() },
  { keys: 'h', does: 'History, and back', run: () => { past.value = !past.value } },
])
</script>

<template>
  <div class="flex h-full flex-col">
    <div v-if="problem" class="p-8" role="alert"><h1>{{ problem.problem.title }}</h1><p class="mt-2">{{ problem.sentence }}</p><NuxtLink to="/translation/glossary" class="act mt-3">To the glossary</NuxtLink></div>
    <template v-else-if="draft">
      <div class="px-5 pb-2 pt-3">
        <div class="flex items-baseline gap-3"><span class="code flex gap-3"><NuxtLink to="/translation/glossary" class="hover:underline">Glossary</NuxtLink><span>{{ code ?? 'new' }}</span></span>
          <RecordActions v-model="past" it="Term" :history="code !== null" :changed="changed" :readonly="readonly" :blocked="busy" @leave="record.reset" @save="save"><button v-if="code && !readonly" type="button" class="plain" @click="sure = true">Delete</button></RecordActions></div>
        <p v-if="sure" class="flex items-center gap-3 pt-1" role="alert">Delete this term? <button type="button" class="act main" @click="record.remove()">Delete it</button><button type="button" class="plain" @click="sure = false">Keep it</button></p>
        <h1 class="mt-0.5 truncate">{{ termIn(draft, setup.source)?.term || 'A new term' }}</h1>
      </div>
      <div class="min-h-0 flex-1 overflow-auto border-t border-hair2 bg-sheet px-5 pb-8 pt-3" tabindex="0" aria-label="The term">
        <HistoryList v-if="past && code" :read="`/api/history/glossary/${segment(code)}`" :write="`/api/history/glossary/${segment(code)}/put-back`" :version="stored" :after="() => record.takeTheirs()" />
        <div v-else class="grid max-w-[900px] content-start gap-4">
          <ConflictNote v-if="conflict" @theirs="record.takeTheirs()" @mine="record.keepMine()" />
          <ul v-if="record.errors.value.length" class="text-madder" role="alert"><li v-for="e in record.errors.value" :key="e.path + e.message">{{ e.message }}</li></ul>
          <div class="grid grid-cols-[180px_minmax(0,1fr)] gap-4"><label class="text-ink2">Part of speech<select v-model="draft.partOfSpeech" class="field mt-0.5 block w-full" :disabled="readonly"><option :value="null">not said</option><option v-for="p in partsOfSpeech" :key="p" :value="p">{{ p }}</option></select></label><label class="text-ink2">Note<input v-model="draft.note" class="field mt-0.5 block w-full" :disabled="readonly" maxlength="2000"></label></div>
          <table class="w-full text-[13px]"><thead><tr class="border-b border-hair2 text-left"><th class="w-44 py-1 font-semibold">Language</th><th class="font-semibold">The one right word</th><th class="font-semibold">Never (commas between)</th><th class="w-20"><span class="sr-only">Take out</span></th></tr></thead>
            <tbody><tr v-for="(said, l) in draft.languages" :key="l" class="border-b border-hair"><th class="py-1.5 text-left font-normal" scope="row">{{ languageName(l) }}</th>
              <td class="pr-3"><input v-model="said.term" class="field w-full font-serif" :lang="l" dir="auto" :disabled="readonly" :aria-label="`Term in ${languageName(l)}`" maxlength="200" :autofocus="code === null && l === setup.source"></td>
              <td class="pr-3"><input class="field w-full font-serif" :lang="l" dir="auto" :disabled="readonly" :value="said.forbidden.join(', ')" :aria-label="`Never in ${languageName(l)}`" @change="said.forbidden = ($event.target as HTMLInputElement).value.split(/[,،、]/).map((w) => w.trim()).filter(Boolean)"></td>
              <td><button v-if="!readonly && l !== setup.source" type="button" class="plain min-h-6" @click="remove(l)">Take out</button></td></tr></tbody></table>
          <p v-if="!readonly && offered.length" class="flex items-center gap-2"><select v-model="adding" class="field" aria-label="Language to add" @change="add"><option value="">Add a language …</option><option v-for="l in offered" :key="l" :value="l">{{ languageName(l) }}</option></select><span class="text-ink2">A language such as French holds for all its regions; add a region’s own by its file.</span></p>
        </div>
      </div>
    </template>
    <p v-else class="p-8 text-ink2">Opening …</p>
  </div>
</template>
