<script setup lang="ts">
import type { ReleasePlan, ReleaseScope } from '@contracts/release'
import { nextRun, planTime, timesWords, workdays } from '@core/release/plan'

/** Makes a standing plan of a storefront, or changes one. */
const open = defineModel<boolean>({ required: true })
const props = defineProps<{ storefront: string; plan: ReleasePlan | undefined }>()
const emit = defineEmits<{ saved: [ReleasePlan] }>()
const setup = useSetupStore()
const { busy, during } = useBusy()

const title = ref('')
const days = ref<number[]>([...workdays])
const time = ref('06:00')
const scope = ref<ReleaseScope | undefined>({})
const mostChanged = ref<number | null>(null)
const leastLeft = ref<number | null>(null)
/** What a new plan guards against as it is offered: a mistake that touches very many pages, in percent. */
const usualGuard = 30
watch(open, (isOpen) => {
  if (!isOpen) return
  const { plan } = props
  title.value = plan?.title ?? ''
  days.value = [...(plan?.days ?? workdays)]
  time.value = plan?.time ?? '06:00'
  scope.value = plan?.scope ?? {}
  mostChanged.value = plan ? plan.mostChanged : usualGuard
  leastLeft.value = plan?.leastLeft ?? null
})
const shop = computed(() => setup.storefronts.find((s) => s.code === props.storefront))
const isTime = computed(() => planTime.test(time.value))
const first = computed(() => {
  if (days.value.length === 0 || !isTime.value || !shop.value) return undefined
  const times = { days: days.value, time: time.value }
  const at = new Date(nextRun(times, shop.value.timeZone, Date.now())).toISOString()
  return `${timesWords(times)}, first on ${whenThere(at, shop.value.timeZone)}.`
})

async function save() {
  const covered = scope.value
  if (covered === undefined || first.value === undefined) return
  const body = {
    storefront: props.storefront,
    title: title.value,
    scope: covered,
    days: days.value,
    time: time.value,
    mostChanged: mostChanged.value,
    leastLeft: leastLeft.value,
    paused: props.plan?.paused ?? false,
  }
  await during(async () => {
    const saved = props.plan
      ? await call('changePlan', { params: { id: props.plan.id }, body })
      : await call('createPlan', { body })
    open.value = false
    emit('saved', saved)
  })
}
</script>

<template>
  <ModalDialog v-model="open" wide :title="plan ? 'Change the plan' : 'New standing plan'">
    <form class="dialog-form" @submit.prevent="save" @keydown.ctrl.enter.prevent="save">
      <FormField label="Title">
        <TextField v-model="title" class="w-full" label="Title" placeholder="Purpose (optional)" />
      </FormField>
      <fieldset>
        <legend class="font-semibold">Days</legend>
        <div class="cluster">
          <DayBoxes v-model="days" />
        </div>
      </fieldset>
      <FormField label="Time" help="In the storefront’s time zone.">
        <TextField v-model="time" class="w-32" label="Time" type="time" />
      </FormField>
      <ReleaseScopeFields v-model="scope" :storefront="storefront" />
      <fieldset>
        <legend class="font-semibold">Stop instead of releasing if</legend>
        <div class="cluster">
          <FormField label="More than this share of the live pages would change or go (%)">
            <NumberField
              v-model="mostChanged"
              live
              whole
              :least="1"
              :most="100"
              class="w-32"
              label="Largest share that may change, in percent"
            />
          </FormField>
          <FormField label="Fewer pages than this would be left">
            <NumberField
              v-model="leastLeft"
              live
              whole
              :least="1"
              class="w-32"
              label="Fewest pages that have to be left"
            />
          </FormField>
        </div>
      </fieldset>
      <p class="text-ink2" role="status">{{ first ?? 'Select at least one day, and a time.' }}</p>
      <p class="text-ink2">Each time, everything in it that is ready is released under your name.</p>
      <div class="actions">
        <button type="submit" class="act main" :disabled="scope === undefined || first === undefined || busy">
          Save the plan <span class="opacity-70">Ctrl Enter</span>
        </button>
      </div>
    </form>
  </ModalDialog>
</template>
