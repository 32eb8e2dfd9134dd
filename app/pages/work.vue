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
  { on: () => jobs.standing() },
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
  session.mayEdit && w.state === 'done' && w.step !== null && !w.undone && !w.undoing && w.kind !== 'undo'
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
  <div class="page">
    <PageHead title="History of work">
      <template #line
        >Imports, bulk edits, runs of recipes, translation files and all else done to many at once.</template
      >
      <template #actions>
        <CheckBox v-model="mine" class="text-ink2">Only mine <span class="key">m</span></CheckBox>
      </template>
    </PageHead>
    <p v-if="problem" class="px-5 text-madder" role="alert">{{ problem.sentence }}</p>
    <div class="page-body" tabindex="0" aria-label="History of work">
      <table v-if="items.length" class="listing">
        <colgroup>
          <col class="w-[150px]" />
          <col class="w-[38%]" />
          <col class="w-[150px]" />
          <col />
          <col class="w-[130px]" />
        </colgroup>
        <thead>
          <tr>
            <th>Started</th>
            <th>Work</th>
            <th>By</th>
            <th>Result</th>
            <th><span class="sr-only">Action</span></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="w in items" :key="w.id">
            <td class="text-ink2">{{ whenShown(w.created) }}</td>
            <td class="font-semibold">{{ w.title }}</td>
            <td>{{ w.person ?? 'Ink Loom' }}</td>
            <td>
              <span :class="{ 'text-madder': w.state === 'failed', 'text-ink2': w.state === 'cancelled' }">{{
                stateWords[w.state]
              }}</span><template v-if="resultWords(w)">: {{ resultWords(w) }}</template
              ><span v-if="w.undone" class="text-ink2">, undone</span
              ><span v-else-if="w.undoing" class="text-ink2">, undo is running</span>
            </td>
            <td class="text-right">
              <NuxtLink v-if="reportOf(w)" class="plain" :to="reportOf(w)!.to"
                >{{ reportOf(w)!.label }}<span class="sr-only">: {{ w.title }}</span></NuxtLink
              ><button v-if="mayUndo(w)" type="button" class="plain ml-3" @click="undo(w)">
                Undo<span class="sr-only">: {{ w.title }}</span>
              </button>
            </td>
          </tr>
        </tbody>
      </table>
      <EmptyState v-else-if="!problem"
        >Nothing yet. Imports, bulk edits and all other work on many at once appear here, each with its result and its
        undo.
      </EmptyState>
      <p v-if="hasMore" class="px-5 py-3"><button type="button" class="act" @click="showMore()">Older work</button></p>
    </div>
  </div>
</template>
