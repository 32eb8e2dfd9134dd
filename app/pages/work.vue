<script setup lang="ts">
import type { PastWork } from '@contracts/jobs'

/** Everything that was done to many at once, by whom and with what result; what made a step is undone from here. */
const jobs = useJobsStore()
const session = useSessionStore()
const mine = ref(false)
const { items, hasMore, showMore, problem, refresh } = useMore(
  'workHistory',
  (cursor) => ({ query: { mine: mine.value, cursor } }),
  // What begins or ends meanwhile is seen at once.
  { on: () => [...jobs.jobs.values()].map((j) => `${j.id} ${j.state}`).join() },
)
const stateWords: Record<PastWork['state'], string> = {
  queued: 'Queued',
  running: 'Running',
  done: 'Done',
  failed: 'Failed',
  cancelled: 'Cancelled',
}
/** How it ended, and what came of it. */
function resultWords({ state, error, total, kind }: PastWork): string {
  if (state === 'failed') return error ?? ''
  return state === 'done' && total ? countedWork(total, kind) : ''
}
const mayUndo = (w: PastWork) =>
  session.mayEdit && w.state === 'done' && w.step !== null && !w.undone && w.kind !== 'undo'
async function undo({ step, title }: PastWork) {
  try {
    const ended = await jobs.end((await call('undoStep', { params: { id: step! } })).id)
    if (ended.state === 'done') tell(`Undone: ${title}`)
    else tellProblem(new ApiProblem({ title: 'Not undone', status: 500, detail: howItEnded(ended) }))
    useProofFocus().refresh()
    await refresh()
  } catch (e) {
    tellProblem(e)
  }
}
useKeys('History of work', [
  {
    keys: 'm',
    does: 'Only mine, or everybody’s',
    run: () => {
      mine.value = !mine.value
    },
  },
])
</script>

<template>
  <div class="flex h-full flex-col">
    <div class="flex flex-wrap items-baseline gap-4 px-5 pb-2.5 pt-3.5">
      <h1>History of work</h1>
      <span class="text-ink2"
        >Imports, bulk edits, runs of recipes, translation files and all else done to many at once.</span
      >
      <CheckBox v-model="mine" class="ml-auto text-ink2">only mine <span class="key">m</span></CheckBox>
    </div>
    <p v-if="problem" class="px-5 text-madder" role="alert">{{ problem.sentence }}</p>
    <div class="min-h-0 flex-1 overflow-auto border-t border-hair2 bg-sheet" tabindex="0" aria-label="History of work">
      <table v-if="items.length" class="w-full table-fixed text-left">
        <colgroup>
          <col class="w-[150px]" />
          <col class="w-[38%]" />
          <col class="w-[150px]" />
          <col />
          <col class="w-[130px]" />
        </colgroup>
        <thead class="sticky top-0 bg-sheet text-[12.5px]">
          <tr class="border-b border-hair2">
            <th class="px-5 py-1.5">Started</th>
            <th class="pr-3">Work</th>
            <th class="pr-3">By</th>
            <th class="pr-3">Result</th>
            <th><span class="sr-only">Action</span></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="w in items" :key="w.id" class="border-b border-hair align-top hover:bg-shade">
            <td class="px-5 py-1.5 text-ink2">{{ whenShown(w.created) }}</td>
            <td class="py-1.5 pr-3 font-semibold">{{ w.title }}</td>
            <td class="py-1.5 pr-3">{{ w.person ?? 'Ink Loom' }}</td>
            <td class="py-1.5 pr-3">
              <span :class="{ 'text-madder': w.state === 'failed', 'text-ink2': w.state === 'cancelled' }">{{
                stateWords[w.state]
              }}</span><template v-if="resultWords(w)">: {{ resultWords(w) }}</template
              ><span v-if="w.undone" class="text-ink2">, undone</span>
            </td>
            <td class="py-1.5 pr-5 text-right">
              <NuxtLink v-if="reportOf(w)" class="plain" :to="reportOf(w)!.to"
                >{{ reportOf(w)!.label }}<span class="sr-only">: {{ w.title }}</span></NuxtLink
              ><button v-if="mayUndo(w)" type="button" class="plain ml-3" @click="undo(w)">
                Undo<span class="sr-only">: {{ w.title }}</span>
              </button>
            </td>
          </tr>
        </tbody>
      </table>
      <p v-else-if="!problem" class="p-10 text-center text-ink2">
        <LoomMark :size="40" class="mx-auto mb-3 opacity-60" />Nothing yet. Imports, bulk edits and all other work on
        many at once appear here, each with its result and its undo.
      </p>
      <p v-if="hasMore" class="px-5 py-3"><button type="button" class="act" @click="showMore()">Older work</button></p>
    </div>
  </div>
</template>
