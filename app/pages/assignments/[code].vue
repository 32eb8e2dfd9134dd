<script setup lang="ts">
import type { Reach } from '@core/assignments/assignment'
import { limitWords, noLimits } from '@core/assignments/limits'
import { asGroup, fromBuilder, isHalfWritten, toBuilder, type BuilderGroup } from '@core/rules/builder'
import type { AssignmentRecord } from '@contracts/records'

const route = useRoute()
const code = computed(() => (route.params.code === 'new' ? null : String(route.params.code)))
const setup = useSetupStore()
const session = useSessionStore()
const { focus, refresh: refreshProof } = useProofFocus()
onBeforeUnmount(() => {
  focus.value = null
})
const asked = (key: string) => (typeof route.query[key] === 'string' ? [route.query[key]] : [])
const blank = (): AssignmentRecord => ({
  code: '',
  name: '',
  pieces: asked('piece'),
  sets: asked('set'),
  area: 'details',
  order: 100,
  replaces: null,
  resting: false,
  limits: { ...noLimits(), campaign: asked('campaign')[0] ?? null },
  // A condition that waits for its value: it reaches nothing, until somebody says what.
  reach: {
    base: 'rule',
    rule: { all: [{ field: 'type', is: 'equals' }] },
    chosen: [],
    added: [],
    leftOut: [],
    eachVariant: false,
  },
})
const record = useRecord(
  'assignments',
  () => code.value,
  blank,
  (r) => r.name,
)
const { draft, changed } = record
const readonly = computed(() => !session.mayEdit)

const rule = computed<BuilderGroup>({
  get: () => toBuilder(asGroup(draft.value?.reach.rule ?? null), setup.forCore),
  set: (group) => {
    draft.value!.reach.rule = fromBuilder(group, setup.forCore)
  },
})
const isUnfinished = computed(() => draft.value?.reach.base === 'rule' && isHalfWritten(rule.value))
/** What goes to the server: of the ways to choose products, the one that is chosen; what the form hides stays here. */
function asSaved(record: AssignmentRecord): AssignmentRecord {
  const { reach } = record
  return {
    ...record,
    reach: {
      ...reach,
      rule: reach.base === 'rule' ? reach.rule : null,
      chosen: reach.base === 'chosen' ? reach.chosen : [],
    },
  }
}
const reach = computed<Reach>(() => asSaved(draft.value!).reach)
const sentence = ref('')
const whole = computed(() => {
  const limits = draft.value ? limitWords(draft.value.limits, setup.forCore) : ''
  return `${sentence.value}${limits ? ` · ${limits}` : ''}`
})
const pieces = useAnswer('listPieces', () => ({ query: { limit: 1000 } }))
const sets = useAnswer('listQuestionSets', () => ({}))
const allPieces = computed(() => pieces.data.value?.items ?? [])
const allSets = computed(() => sets.data.value?.items ?? [])
const nameOf = (c: string) =>
  allPieces.value.find((p) => p.code === c)?.name ?? allSets.value.find((s) => s.code === c)?.name ?? c
const brings = computed(() => [...(draft.value?.pieces ?? []), ...(draft.value?.sets ?? [])])
const place = computed({
  get: () => ({ area: draft.value!.area, order: draft.value!.order }),
  set: (p) => {
    Object.assign(draft.value!, p)
  },
})
/** Drafts are shown on the page as soon as they could be saved. */
const complete = computed(
  () => draft.value !== undefined && draft.value.name.trim() !== '' && brings.value.length > 0 && !isUnfinished.value,
)
useProofTrial(() =>
  changed.value && complete.value
    ? {
        name: 'this assignment',
        assignment: { ...asSaved(draft.value!), code: draft.value!.code || 'new', name: draft.value!.name.trim() },
      }
    : null,
)
const bases = [
  { id: 'everything', label: 'Everything' },
  { id: 'rule', label: 'Products matching a rule' },
  { id: 'chosen', label: 'Chosen products' },
] as const
const missing = computed(() => {
  if (brings.value.length === 0) return 'Choose at least one piece or question set first.'
  return isUnfinished.value ? 'Finish the conditions first: one of them has no value yet.' : ''
})
</script>

<template>
  <RecordPage
    :record="record"
    it="Assignment"
    many="Assignments"
    :title="draft?.name ?? ''"
    :readonly="readonly"
    removal="Delete this assignment? Its pieces stay, and the history keeps it. To stop it for a while, pause it."
    :missing="missing"
    :prepare="asSaved"
    :after="refreshProof"
  >
    <template #beside
      ><span v-if="draft?.number">number {{ draft.number }}</span
      ><span v-if="draft?.resting" class="text-ochre">paused</span></template
    >
    <template #under
      ><p v-if="draft" class="in-words">
        <template v-if="brings.length"
          >“{{ brings.map(nameOf).join('”, “') }}”
          {{ draft.replaces ? `replaces “${nameOf(draft.replaces)}” on` : 'goes to' }}: </template
        >{{ whole }}
      </p></template
    >
    <div v-if="draft" class="grid grid-cols-[minmax(0,1fr)_minmax(250px,34%)] gap-6">
      <div class="min-w-0">
        <FormField path="name" label="Internal name">
          <TextField
            v-model="draft.name"
            :disabled="readonly"
            maxlength="200"
            :autofocus="code === null"
            class="w-full"
          />
        </FormField>

        <section class="mt-4" aria-label="Pieces">
          <h2 class="section-head">What</h2>
          <PieceList
            v-model="draft.pieces"
            :offered="allPieces"
            page="/library"
            add="Add a piece"
            :disabled="readonly"
          />
          <PieceList
            v-if="draft.replaces === null"
            v-model="draft.sets"
            :offered="allSets"
            page="/questions"
            add="Add a question set"
            :disabled="readonly"
          />
          <p class="flex flex-wrap items-center gap-2 pt-2">
            <span class="text-ink2">replaces</span
            ><NamePicker
              v-model="draft.replaces"
              class="w-80"
              :offered="allPieces.filter((x) => !draft!.pieces.includes(x.code))"
              label="replaces"
              placeholder="nothing (it is added)"
              :disabled="readonly"
            /><button v-if="draft.replaces && !readonly" type="button" class="plain" @click="draft.replaces = null">
              nothing
            </button>
          </p>
        </section>
        <section class="mt-4" aria-label="Products">
          <h2 class="section-head">To which products</h2>
          <fieldset class="flex flex-wrap gap-x-5 gap-y-1 py-1.5" :disabled="readonly">
            <legend class="sr-only">Reach</legend>
            <label v-for="b in bases" :key="b.id" class="inline-row"
              ><input v-model="draft.reach.base" type="radio" name="base" :value="b.id" />{{ b.label }}</label
            >
          </fieldset>
          <template v-if="draft.reach.base === 'rule'"
            ><ConditionGroup v-model="rule" :disabled="readonly" /><LogicBox
              v-if="!readonly"
              @take="draft.reach.rule = $event"
          /></template>
          <SkuList
            v-if="draft.reach.base === 'chosen'"
            v-model="draft.reach.chosen"
            label="Choose a product"
            :disabled="readonly"
          />
          <dl class="mt-2.5 grid grid-cols-[90px_minmax(0,1fr)] items-start gap-y-1.5">
            <dt class="pt-1 text-ink2">Also for</dt>
            <dd><SkuList v-model="draft.reach.added" label="Add a product" :disabled="readonly" /></dd>
            <dt class="pt-1 text-ink2">Not for</dt>
            <dd><SkuList v-model="draft.reach.leftOut" label="Exclude a product" :disabled="readonly" /></dd>
          </dl>
          <CheckBox v-model="draft.reach.eachVariant" :disabled="readonly" class="mt-2 text-ink2"
            >match each variant separately</CheckBox
          >
        </section>
        <section class="mt-4" aria-label="Where">
          <h2 class="section-head">Where</h2>
          <LimitsForm v-model="draft.limits" only="where" :disabled="readonly" />
          <h3 class="pt-3 font-semibold">Position on the page</h3>
          <p v-if="draft.replaces" class="pt-1.5 text-ink2">
            Where “{{ nameOf(draft.replaces) }}” would appear. If several replace it, the lowest order wins.
          </p>
          <PlaceForm v-model="place" :disabled="readonly" />
        </section>
        <section class="mt-4" aria-label="When">
          <h2 class="section-head">When</h2>
          <LimitsForm v-model="draft.limits" only="when" :disabled="readonly" />
          <CheckBox v-model="draft.resting" :disabled="readonly" class="mt-2">paused</CheckBox>
        </section>
      </div>
      <ReachPanel
        class="sticky top-0 self-start"
        :draft="asSaved(draft)"
        :unfinished="isUnfinished"
        :reach="reach"
        :limits="draft.limits"
        :saved="code"
        @sentence="sentence = $event"
      />
    </div>
  </RecordPage>
</template>
