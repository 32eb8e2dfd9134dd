<script setup lang="ts">
import type { ListedPair, MemoryImportReport } from '@contracts/translation'
const lens = useLensStore()
const session = useSessionStore()
const q = ref('')
const every = ref(false)
const twice = ref(false)
const list = usePages<ListedPair>(
  (offset, limit, signal) =>
    call('listMemory', {
      query: { q: q.value, ...(every.value ? {} : { to: lens.language }), twice: twice.value, offset, limit },
      signal,
    }),
  () => [q.value, every.value, twice.value, lens.language],
)
const shown = computed(() =>
  Array.from({ length: Math.min(list.count.value ?? 0, 200) }, (_, i) => list.row(i)).filter((p) => p !== undefined),
)
const selected = ref(new Set<number>())
function mark(id: number) {
  const next = new Set(selected.value)
  if (!next.delete(id)) next.add(id)
  selected.value = next
}
const editing = ref<number | null>(null)
const text = ref('')
async function keep() {
  if (editing.value === null) return
  try {
    await call('correctPair', { params: { id: editing.value }, body: { target: text.value } })
    editing.value = null
    list.refresh()
  } catch (e) {
    tellProblem(e)
  }
}
async function forget() {
  try {
    const data = await call('forgetPairs', { body: { ids: [...selected.value] } })
    tell(`${data.forgotten} deleted`)
    selected.value = new Set()
    list.refresh()
  } catch (e) {
    tellProblem(e)
  }
}
const report = shallowRef<MemoryImportReport>()
async function take([file]: File[]) {
  if (!file) return
  try {
    report.value = await call('importMemory', { body: file, headers: { 'content-type': 'application/x-tmx+xml' } })
    list.refresh()
  } catch (x) {
    tellProblem(x)
  }
}
const day = (at: string) => dayShown(at.slice(0, 10))
const search = useTemplateRef<Focusable>('search')
useKeys('Memory', [{ keys: '/', does: 'Search', run: () => search.value?.focus() }])
function edit(pair: ListedPair) {
  editing.value = pair.id
  text.value = pair.target
}
</script>

<template>
  <div class="page">
    <PageHead stage="translation" title="Memory">
      <template #line
        ><span v-if="list.count.value !== undefined" role="status"
          >{{ numberShown(list.count.value) }}
          {{ twice ? 'pairs whose source has several targets' : 'pairs of segments'
          }}{{ every ? '' : `, into ${languageName(lens.language)}` }}</span
        ></template
      >
      <template #actions>
        <a class="act" :href="addressOf('exportMemory')" download="memory.tmx">Export TMX</a>
        <FileField v-if="session.mayEdit" class="act" label="Import TMX" accept=".tmx,.xml" @choose="take" />
      </template>
      <template #controls>
        <TextField
          ref="search"
          v-model="q"
          placeholder="words of source or target"
          type="search"
          class="w-64"
          label="Search source and target"
        />
        <CheckBox v-model="every">All languages</CheckBox>
        <CheckBox v-model="twice">One source, several targets</CheckBox>
        <button v-if="selected.size && session.mayEdit" type="button" class="act ml-auto" @click="forget">
          Delete the {{ selected.size }} selected
        </button>
      </template>
    </PageHead>
    <p v-if="report" class="px-5 pb-2" role="status">
      {{ numberShown(report.read) }} pairs read: {{ numberShown(report.added) }} new,
      {{ numberShown(report.replaced) }} already known<template v-if="report.refused.length"
        >, {{ report.refused.length }} rejected:
        {{
          report.refused
            .slice(0, 3)
            .map((r) => `pair ${r.pair}: ${r.reason}`)
            .join(' ')
        }}</template
      >
    </p>
    <div class="page-body" tabindex="0" aria-label="Pairs of the memory">
      <table class="w-full table-fixed text-[13px]">
        <thead class="sticky top-0 bg-sheet">
          <tr class="head-row">
            <th class="w-9 pl-5"><span class="sr-only">Selected</span></th>
            <th class="py-1 font-semibold">Source</th>
            <th class="font-semibold">Target</th>
            <th class="w-24 font-semibold">Language</th>
            <th class="w-44 pr-5 font-semibold">From</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="p in shown" :key="p.id" class="ruled">
            <td class="pl-5 pt-1.5">
              <CheckBox
                :model-value="selected.has(p.id)"
                :label="`Select “${p.source.slice(0, 60)}”`"
                @update:model-value="mark(p.id)"
              />
            </td>
            <td class="text-cell font-serif" :lang="p.sourceLanguage">{{ p.source }}</td>
            <td class="text-cell font-serif" :lang="p.targetLanguage" dir="auto">
              <form v-if="editing === p.id" class="flex gap-1.5" @submit.prevent="keep" @keydown.esc="editing = null">
                <TextField
                  v-model="text"
                  autofocus
                  class="w-full font-serif"
                  :label="`Target of “${p.source.slice(0, 60)}”`"
                /><button class="act" type="submit">Keep</button>
              </form>
              <button
                v-else
                type="button"
                class="text-left"
                :disabled="!session.mayTranslate(p.targetLanguage)"
                @click="edit(p)"
              >
                {{ p.target }}
              </button>
            </td>
            <td class="py-1.5 text-ink2">{{ languageName(p.targetLanguage) }}</td>
            <td class="text-cell text-ink2">
              {{ p.person ?? 'earlier work' }}, {{ day(p.changed)
              }}<span class="block truncate text-[11.5px] text-ink3">{{ p.origin }}</span>
            </td>
          </tr>
        </tbody>
      </table>
      <p v-if="(list.count.value ?? 0) > 200" class="px-5 py-2 text-ink2">The first 200. Search to see others.</p>
      <EmptyState v-else-if="list.count.value === 0"
        >No results. Every reviewed segment is added to the memory.
      </EmptyState>
    </div>
  </div>
</template>
