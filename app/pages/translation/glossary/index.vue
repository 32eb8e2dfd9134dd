<script setup lang="ts">
import type { GlossaryImportReport } from '@contracts/translation'
import { termIn, type Term } from '@core/translation/term'

const lens = useLensStore()
const setup = useSetupStore()
const session = useSessionStore()
const q = ref('')
const list = usePages<Term>(
  (offset, limit, signal) => call('listTerms', { query: { q: q.value, offset, limit }, signal }),
  () => [q.value],
)
const shown = computed(() =>
  Array.from({ length: Math.min(list.count.value ?? 0, 500) }, (_, i) => list.row(i)).filter((t) => t !== undefined),
)
watch(
  () => list.count.value,
  (n) => {
    if (n) list.show(0, Math.min(n, 500) - 1)
  },
)
const report = shallowRef<GlossaryImportReport>()
const file = shallowRef<{ name: string; text: string }>()
async function take(mode: 'check' | 'apply') {
  try {
    report.value = await call('importTerms', {
      query: { mode },
      body: file.value!.text,
      headers: { 'content-type': 'text/csv' },
    })
    if (mode === 'apply') list.refresh()
  } catch (e) {
    report.value = undefined
    tellProblem(e)
  }
}
async function choose([chosen]: File[]) {
  if (!chosen) return
  file.value = { name: chosen.name, text: await chosen.text() }
  await take('check')
}
const search = useTemplateRef<Focusable>('search')
useKeys('Glossary', [
  { keys: '/', does: 'Search', run: () => search.value?.focus() },
  {
    keys: 'n',
    does: 'New term',
    run: () => {
      if (session.mayEdit) void navigateTo('/translation/glossary/new')
    },
  },
])
</script>

<template>
  <div class="page">
    <PageHead stage="translation" title="Glossary">
      <template #line
        ><span v-if="list.count.value !== undefined" role="status">{{ list.count.value }} terms</span></template
      >
      <template #actions>
        <a class="plain" :href="addressOf('exportTerms')" download="glossary.csv">Export CSV</a>
        <FileField v-if="session.mayEdit" class="plain" label="Import CSV" accept=".csv,text/csv" @choose="choose" />
        <NuxtLink v-if="session.mayEdit" class="act" to="/translation/glossary/new"
          >New term <span class="key">n</span></NuxtLink
        >
      </template>
      <TextField
        ref="search"
        v-model="q"
        placeholder="term in any language"
        type="search"
        class="w-64"
        label="Search terms in any language"
      />
    </PageHead>
    <div v-if="report" class="px-5 pb-2">
      <p role="status">
        <b class="font-semibold">{{ file?.name }}</b>: {{ report.created }} new, {{ report.updated }} changed,
        {{ report.unchanged }} unchanged{{
          report.rejected.length ? `, ${report.rejected.length} rejected lines` : ''
        }}.
        <button
          v-if="!report.applied && report.rejected.length === 0 && report.created + report.updated > 0"
          type="button"
          class="act main"
          @click="take('apply')"
        >
          Import</button
        ><span v-else-if="report.applied" class="text-weld">Imported.</span
        ><span v-else-if="report.rejected.length"> The file is imported as a whole or not at all.</span>
      </p>
      <ul>
        <li v-for="(r, i) in report.rejected.slice(0, 20)" :key="i">
          <span class="code">line {{ r.row }} {{ r.column }}</span> <span class="text-madder">{{ r.message }}</span>
        </li>
      </ul>
    </div>
    <div class="page-body" tabindex="0" aria-label="Terms">
      <table class="w-full table-fixed text-[13px]">
        <thead class="sticky top-0 bg-sheet">
          <tr class="head-row">
            <th class="w-52 py-1 pl-5 font-semibold">{{ languageName(setup.source) }}</th>
            <th class="w-56 font-semibold">{{ lens.sameLanguage ? 'Languages' : languageName(lens.language) }}</th>
            <th class="w-48 font-semibold">Forbidden</th>
            <th class="pr-5 font-semibold">Note</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="t in shown" :key="t.code" class="ruled">
            <td class="py-1.5 pl-5 pr-4">
              <NuxtLink class="hover:underline" :to="`/translation/glossary/${segment(t.code)}`">{{
                termIn(t, setup.source)?.term ?? t.code
              }}</NuxtLink>
              {{ ' ' }}<small class="text-ink3">{{ t.partOfSpeech }}</small>
            </td>
            <td v-if="lens.sameLanguage" class="py-1.5 pr-4 text-ink2">{{ Object.keys(t.languages).length }}</td>
            <td v-else class="text-cell font-serif" :lang="lens.language" dir="auto">
              <template v-if="termIn(t, lens.language)?.term">{{ termIn(t, lens.language)!.term }}</template><span
                v-else
                class="font-sans text-madder"
                >missing</span
              >
            </td>
            <td class="py-1.5 pr-4 text-ink2" :lang="lens.language">
              <s v-for="f in termIn(t, lens.language)?.forbidden ?? []" :key="f" class="mr-2">{{ f }}</s>
            </td>
            <td class="text-cell text-ink2">{{ t.note }}</td>
          </tr>
        </tbody>
      </table>
      <EmptyState v-if="list.count.value === 0"
        >{{
          q ? 'No term matches.' : 'No terms yet. Each term has one preferred translation and may have forbidden ones.'
        }}
      </EmptyState>
    </div>
  </div>
</template>
