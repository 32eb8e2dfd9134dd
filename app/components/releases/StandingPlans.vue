<script setup lang="ts">
import type { ReleasePlan } from '@contracts/release'
import { timesWords } from '@core/release/plan'

/** The standing plans of a storefront: when each releases next, or why it does not. */
const props = defineProps<{ storefront: string }>()
const setup = useSetupStore()
const session = useSessionStore()
const plans = useAnswer('listPlans', () => ({ query: { storefront: props.storefront } }))
const dialog = ref(false)
const changing = shallowRef<ReleasePlan>()
const deleting = ref<number>()
const timeZone = computed(() => setup.timeZoneOf(props.storefront))

function guardWords({ mostChanged, leastLeft }: ReleasePlan): string {
  const guards = [
    mostChanged === null ? '' : `more than ${mostChanged}% would change or go`,
    leastLeft === null ? '' : `fewer than ${numberShown(leastLeft)} pages would be left`,
  ].filter((guard) => guard !== '')
  return guards.length === 0 ? '' : `Stops if ${guards.join(' or ')}.`
}
/** When a plan releases next, or what it waits for. */
function standing({ next, paused, needed, approvals }: ReleasePlan): string {
  if (next !== null) return `Next: ${whenThere(next, timeZone.value)}.`
  if (paused) return 'Paused.'
  const missing = needed - approvals.length
  return missing === 1 ? 'One more person has to approve it.' : `${missing} more people have to approve it.`
}
const isOwn = ({ owner }: ReleasePlan) => owner === session.me?.name
const mayApprove = (plan: ReleasePlan) =>
  plan.approvals.length < plan.needed && !isOwn(plan) && !plan.approvals.includes(session.me?.name ?? '')
function openDialog(plan?: ReleasePlan) {
  changing.value = plan
  dialog.value = true
}
async function change(run: () => Promise<unknown>, said: string) {
  try {
    await run()
    tell(said)
    await plans.refresh()
  } catch (e) {
    tellProblem(e)
  }
}
const pause = ({ id, title }: ReleasePlan, paused: boolean) =>
  change(
    () => call('pausePlan', { params: { id }, body: { paused } }),
    paused ? `“${title}” is paused.` : `“${title}” goes on.`,
  )
const approve = ({ id, title }: ReleasePlan) =>
  change(() => call('approvePlan', { params: { id } }), `You approved “${title}”.`)
function remove({ id, title }: ReleasePlan) {
  deleting.value = undefined
  return change(() => call('removePlan', { params: { id } }), `“${title}” is deleted.`)
}
const saved = ({ title }: ReleasePlan) => {
  tell(`“${title}” is saved.`)
  return plans.refresh()
}
defineExpose({ add: () => openDialog() })
</script>

<template>
  <section v-if="plans.data.value?.items.length" class="border-b border-hair2 px-5 py-3" aria-label="Standing plans">
    <h2>Standing plans</h2>
    <ul>
      <li v-for="p in plans.data.value.items" :key="p.id" class="py-1">
        <div class="flex flex-wrap items-baseline gap-2">
          <b class="font-semibold">{{ p.title }}</b>
          <span>{{ timesWords(p) }}</span>
          <span class="text-ink2">{{ p.owner }}</span>
          <template v-if="session.mayEdit">
            <button v-if="mayApprove(p)" type="button" class="plain min-h-6" @click="approve(p)">Approve</button>
            <button type="button" class="plain min-h-6" @click="pause(p, !p.paused && p.stopped === null)">
              {{ p.paused || p.stopped !== null ? 'Resume' : 'Pause' }}
            </button>
            <button type="button" class="plain min-h-6" @click="openDialog(p)">Change</button>
            <button v-if="deleting !== p.id" type="button" class="plain min-h-6" @click="deleting = p.id">
              Delete
            </button>
            <span v-else role="alert"
              >What it released stays.
              <button type="button" class="act" @click="remove(p)">Delete the plan</button>
              <button type="button" class="plain min-h-6" @click="deleting = undefined">Cancel</button></span
            >
          </template>
        </div>
        <p v-if="p.stopped" class="text-madder">Stopped: {{ p.stopped }}</p>
        <p v-else class="text-ink2">{{ standing(p) }} {{ guardWords(p) }}</p>
      </li>
    </ul>
  </section>
  <PlanDialog v-model="dialog" :storefront="storefront" :plan="changing" @saved="saved" />
</template>
