<script setup lang="ts">
import type { ReleaseDocument } from '@contracts/release'
import { approvalsOf } from '@core/release/approval'
import { localWords } from '@core/moments/words'
import { inWords } from '@core/text/in-words'
import { byWhomShown, releaseName, releaseStateWords, stateWords } from './releaseWords'

/**
 * The head of a release: what it is and, while it is not live, what can be done with it by how it stands: approval,
 * going live at once or at a moment.
 */
const props = defineProps<{ release: ReleaseDocument; going: number; scope: string }>()
const emit = defineEmits<{ changed: [] }>()
const setup = useSetupStore()
const session = useSessionStore()
const lens = useLensStore()

const isOpen = computed(() => session.mayEdit && props.release.number === null)
const isMine = computed(() => props.release.of.includes(session.me?.id ?? -1))
const isReleasable = computed(
  () =>
    props.going > 0 &&
    (props.release.state === 'approved' || (props.release.state === 'draft' && props.release.needed === 0)),
)
const asksApproval = computed(() => props.release.state === 'draft' && props.release.needed > 0)
const canJudge = computed(() => props.release.state === 'waiting' && !isMine.value)
const editions = computed(() => lens.editions.filter((e) => e.storefront === props.release.storefront))
/** The releases that go live with it, or went live with it. */
const beside = computed(() => props.release.together)
const stillBeside = computed(() => beside.value.filter(({ state }) => state !== 'live' && state !== 'past'))
const besideNames = computed(() => inWords(stillBeside.value.map((r) => setup.storefrontName(r.storefront))))
const storefrontName = computed(() => setup.storefrontName(props.release.storefront))

type Asked = 'release' | 'schedule' | 'approve' | 'refuse' | 'delete'
/** What somebody is asked about before it is done. */
const asked = ref<Asked>()
const judgements = {
  approve: {
    verdict: 'approved',
    does: 'Approve the release',
    label: 'Comment',
    placeholder: 'Comment (optional)',
  },
  refuse: { verdict: 'refused', does: 'Reject the release', label: 'Reason', placeholder: 'What has to change' },
} as const
const judging = computed(() =>
  asked.value === 'approve' || asked.value === 'refuse' ? judgements[asked.value] : undefined,
)
const comment = ref('')
const at = ref<string | null>(null)
watch([() => props.release.id, () => props.release.state, () => props.release.base], () => {
  asked.value = undefined
  comment.value = ''
})
function ask(what: Asked | undefined) {
  asked.value = what
}

const { busy, during } = useBusy()
async function act(work: () => Promise<unknown>) {
  if (!(await during(work))) return
  asked.value = undefined
  emit('changed')
}
const params = computed(() => ({ id: String(props.release.id) }))
const base = computed(() => props.release.base)
const goLive = () =>
  act(async () => {
    const together = stillBeside.value.map(({ id, base }) => ({ id, base }))
    const where = inWords([storefrontName.value, ...stillBeside.value.map((r) => setup.storefrontName(r.storefront))])
    const done = await call('goLive', { params: params.value, body: { base: base.value, together } })
    tell(`${releaseName(done)} is live in ${where}.`)
  })
const submit = () => act(() => call('submitRelease', { params: params.value, body: { base: base.value } }))
const judge = (verdict: 'approved' | 'refused') =>
  act(() => call('judgeRelease', { params: params.value, body: { base: base.value, verdict, comment: comment.value } }))
const schedule = () =>
  act(() => call('scheduleRelease', { params: params.value, body: { base: base.value, at: at.value! } }))
const unschedule = () => act(() => call('unscheduleRelease', { params: params.value }))
const prepareAgain = () => act(() => call('prepareRelease', { params: params.value }))
const discard = () =>
  act(async () => {
    await call('discardRelease', { params: params.value })
    await navigateTo({ path: '/releases', query: lens.query })
  })

/** How many pages change in the other storefronts. */
const goingBeside = computed(() =>
  stillBeside.value.reduce((n, { counts: c }) => n + (c ? c.added + c.changed + c.removed : 0), 0),
)
/** Something is asked, or the state of the release needs a sentence. */
const saysMore = computed(
  () =>
    asked.value !== undefined ||
    props.release.stopped !== null ||
    beside.value.length > 0 ||
    ['scheduled', 'waiting'].includes(props.release.state),
)
const sharing = ref(false)
const menu = computed(() => {
  if (!isOpen.value) return []
  const isBusy = busy.value || props.release.state === 'preparing'
  return [
    ...(props.release.counts ? [{ id: 'share', label: 'Share', run: () => (sharing.value = true) }] : []),
    ...(isBusy ? [] : [{ id: 'prepare', label: 'Prepare again', run: prepareAgain }]),
    { id: 'delete', label: 'Delete', run: () => ask('delete') },
  ]
})

/** The main action: asked about first where it reaches shoppers or others. */
function goOn() {
  if (!isOpen.value) return
  if (asked.value === 'release') void goLive()
  else if (asked.value === 'approve') void judge('approved')
  else if (isReleasable.value) ask('release')
  else if (asksApproval.value && props.going > 0) void submit()
  else if (canJudge.value) ask('approve')
}
useKeys('Release', [
  { keys: 'Ctrl+Enter', does: 'Release, ask for approval, or approve', always: true, run: goOn },
  {
    keys: 's',
    does: 'Schedule the release',
    run: () => {
      if (isOpen.value && isReleasable.value) ask('schedule')
    },
  },
])
</script>

<template>
  <PageHead
    :title="release.title"
    :storefront="release.storefront"
    :back="{ to: { path: '/releases', query: lens.query }, label: 'Releases' }"
    :menu="menu"
  >
    <template #place>
      <NuxtLink
        class="hover:underline"
        :to="{ path: `/releases/storefronts/${release.storefront}`, query: lens.query }"
        >{{ storefrontName }}</NuxtLink
      >
    </template>
    <template #line>
      {{ releaseStateWords(release)
      }}<template v-if="release.live">: release {{ release.number }}, {{ byWhomShown(release.live) }}</template
      ><template v-else> · {{ scope }}</template>
    </template>
    <template v-if="isOpen" #actions>
      <button v-if="release.state === 'scheduled'" type="button" class="act" :disabled="busy" @click="unschedule">
        Cancel the schedule
      </button>
      <template v-else-if="canJudge">
        <button type="button" class="act" :disabled="busy" @click="ask('refuse')">Reject</button>
        <button type="button" class="act main" :disabled="busy" @click="ask('approve')">
          Approve <span class="opacity-70">Ctrl Enter</span>
        </button>
      </template>
      <button v-else-if="asksApproval" type="button" class="act main" :disabled="busy || going === 0" @click="submit">
        Ask for approval <span class="opacity-70">Ctrl Enter</span>
      </button>
      <template v-else-if="release.state === 'draft' || release.state === 'approved'">
        <button type="button" class="act" :disabled="busy || !isReleasable" @click="ask('schedule')">
          Schedule <span class="key">s</span>
        </button>
        <button type="button" class="act main" :disabled="busy || !isReleasable" @click="ask('release')">
          Release <span class="opacity-70">Ctrl Enter</span>
        </button>
      </template>
    </template>
    <template v-if="saysMore" #controls>
      <AskedRow v-if="asked === 'release'" does="Release now" :disabled="busy" @go="goLive" @cancel="ask(undefined)">
        <span role="alert">
          {{ countShown(going, 'page') }} of {{ storefrontName }} will change for shoppers, at once<template
            v-if="stillBeside.length > 0"
            >, and {{ countShown(goingBeside, 'page') }} of {{ besideNames }}</template
          >.
        </span>
      </AskedRow>
      <AskedRow
        v-else-if="asked === 'schedule'"
        does="Schedule the release"
        :disabled="busy || !at"
        @go="schedule"
        @cancel="ask(undefined)"
      >
        <label class="inline-row"
          >Goes live at <DateField v-model="at" with-time="from" label="When it goes live" /> in the time of
          {{ storefrontName }}</label
        >
      </AskedRow>
      <AskedRow
        v-else-if="judging"
        :does="judging.does"
        :disabled="busy || (judging.verdict === 'refused' && comment.trim() === '')"
        @go="judge(judging.verdict)"
        @cancel="ask(undefined)"
      >
        <TextField
          v-model="comment"
          autofocus
          class="w-96"
          maxlength="2000"
          :label="judging.label"
          :placeholder="judging.placeholder"
        />
      </AskedRow>
      <AskedRow
        v-else-if="asked === 'delete'"
        does="Delete the release"
        :disabled="busy"
        @go="discard"
        @cancel="ask(undefined)"
      >
        <span role="alert">What was decided about its pages is deleted too. Nothing changes for shoppers.</span>
      </AskedRow>
      <p v-if="beside.length > 0" class="basis-full" role="note" aria-label="Releases that go with it">
        {{ release.number === null ? 'Goes live together with' : 'Went live together with' }}
        <template v-for="(other, i) in beside" :key="other.id"
          ><template v-if="i > 0">, </template
          ><NuxtLink class="underline" :to="{ path: `/releases/${other.id}`, query: lens.query }">{{
            setup.storefrontName(other.storefront)
          }}</NuxtLink>
          ({{ stateWords(other.state) }})</template
        >.
      </p>
      <p v-if="release.stopped" class="basis-full text-madder" role="alert">
        It did not go live as scheduled. {{ release.stopped }}
      </p>
      <p v-if="release.state === 'scheduled' && release.goes" class="basis-full" role="status">
        Goes live on {{ localWords(release.goes.local) }} in {{ storefrontName }}.
      </p>
      <p v-else-if="release.state === 'waiting'" class="basis-full text-ink2" role="status">
        Approved by {{ approvalsOf(release) }} of {{ release.needed
        }}<template v-if="isMine">. Somebody else has to approve it: you prepared it</template>.
      </p>
    </template>
  </PageHead>
  <LazyPreviewDialog v-if="sharing" v-model="sharing" :release="release.id" :editions="editions" />
</template>
