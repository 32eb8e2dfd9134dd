<script setup lang="ts">
import type { BoardEdition, ClothRowsBody, FindingDocument, FixDocument } from '@contracts/readiness'
import { strands } from '@core/readiness/finding'
import { findingKinds } from '@core/readiness/kinds'
import type ClothGrid from '~/components/readiness/ClothGrid.vue'
import type FindingPanel from '~/components/readiness/FindingPanel.vue'
import { useCloth } from '~/components/readiness/useCloth'

const lens = useLensStore()
const setup = useSetupStore()
const session = useSessionStore()
const jobs = useJobsStore()
const route = useRoute()
const router = useRouter()
const { filter, condition, where, words, active, clear } = useCatalogueFilter()
const text = (k: string) => (typeof route.query[k] === 'string' ? route.query[k] : '')
/** What of the cloth is looked at, kept in the address. */
const view = reactive({
  shop: text('shop'),
  strand: text('strand'),
  code: text('code'),
  fix: text('fix'),
  show: text('show') || 'all',
  group: text('group') || 'type',
  sort: text('sort') || 'worst',
  by: text('by'),
  look: text('look') || 'cloth',
  whose: text('whose'),
})
watch(
  view,
  () =>
    void router.replace({
      query: {
        ...route.query,
        ...Object.fromEntries(
          Object.entries(view).map(([k, v]) => [
            k,
            v === '' ||
            (k === 'show' && v === 'all') ||
            (k === 'group' && v === 'type') ||
            (k === 'sort' && v === 'worst') ||
            (k === 'look' && v === 'cloth')
              ? undefined
              : v,
          ]),
        ),
      },
    }),
)

const body = computed(() => ({
  ...(active.value ? { filter: condition.value, lens: lens.body } : {}),
  storefronts: view.shop ? [view.shop] : [],
  ...(view.strand ? { strand: view.strand as never } : {}),
  ...(view.code ? { code: view.code } : {}),
  ...(view.fix ? { fix: view.fix } : {}),
  show: view.show as 'all',
  ...(view.show === 'portion' && view.whose ? { person: view.whose } : {}),
}))
const list = useCloth(() => ({
  body: body.value,
  by: view.group === 'none' ? null : (view.group as 'type'),
  sort: view.sort as ClothRowsBody['sort'],
  edition: view.by || undefined,
}))
const version = ref(0)
const above = useAnswer('readinessOverview', () => ({ query: view.shop ? { storefront: view.shop } : {} }), {
  on: () => version.value,
})
const chosenFix = computed(() => above.data.value?.fixes.find((f) => f.id === view.fix))
/** Findings that the filter names, which a later look may not find among the best. */
const onlyWords = ref('')
const showing = computed(() => (view.fix ? (chosenFix.value?.text ?? (onlyWords.value || 'One type of fix')) : ''))

const grid = useTemplateRef<InstanceType<typeof ClothGrid>>('grid')
const panel = useTemplateRef<InstanceType<typeof FindingPanel>>('panel')
const at = shallowRef<{ sku: string; column: number }>()
const open = ref(true)
const column = computed(() => (at.value ? list.cloth.value?.columns[at.value.column] : undefined))
const rowName = computed(() => {
  for (const page of list.pages.value.values()) for (const r of page) if (r.sku === at.value?.sku) return r.name
  return at.value?.sku ?? ''
})
async function openFindings() {
  open.value = true
  await nextTick()
  await panel.value?.focus()
}
function close() {
  open.value = false
  grid.value?.focus()
}
function choose(f: FixDocument) {
  view.fix = view.fix === f.id ? '' : f.id
  grid.value?.focus()
}
function only(f: FindingDocument) {
  onlyWords.value = `${f.label}`
  view.fix = f.fix
  grid.value?.focus()
}
function sortBy(edition: string) {
  view.by = view.by === edition ? '' : edition
}
const isBoard = computed(() => view.look === 'board')
function changeLook() {
  view.look = isBoard.value ? 'cloth' : 'board'
}
/** Shows in the cloth what was chosen on the board: the products of an edition that are not ready, or those of a fix. */
function openEdition({ storefront, language }: BoardEdition, { show = 'open', fix = '' } = {}) {
  Object.assign(view, { look: 'cloth', shop: storefront, by: `${storefront}/${language}`, fix, show })
}
function openFix(edition: BoardEdition, fix: BoardEdition['blocking'][number]) {
  onlyWords.value = fix.text
  openEdition(edition, { show: 'all', fix: fix.id })
}
const showAll = () => {
  clear()
  Object.assign(view, { shop: '', strand: '', code: '', fix: '', show: 'all', whose: '' })
}
const narrowed = computed(
  () => active.value || Boolean(view.shop || view.strand || view.code || view.fix) || view.show !== 'all',
)
const building = ref(Boolean(filter.where))
const rule = useRuleFilter(where)
const trend = ref(false)
const saving = ref(false)
async function saveFindings() {
  saving.value = true
  try {
    await download('findingsFile', { body: body.value })
  } catch (e) {
    tellProblem(e)
  } finally {
    saving.value = false
  }
}
const shows = [
  option('all', 'all products'),
  option('open', 'not ready'),
  option('unreleased', 'ready, not live'),
  option('not-ready-live', 'live, not ready'),
  option('portion', 'today’s portion'),
]
const menu = computed(() => [
  { id: 'export', label: 'Export findings', note: 's', run: () => void saveFindings() },
  ...(session.mayEdit && !evaluating.value
    ? [{ id: 'recalculate', label: 'Recalculate', run: () => void evaluateAll() }]
    : []),
])
async function evaluateAll() {
  try {
    await call('evaluateAll')
  } catch (e) {
    tellProblem(e)
  }
}
// What was worked out meanwhile is shown when the work has ended, and now and then while it runs.
const evaluating = computed(() =>
  [...jobs.jobs.values()].find((j) => j.kind === 'evaluate' && ['queued', 'running'].includes(j.state)),
)
const renew = () => {
  version.value++
  void grid.value?.renew()
}
// A change that was still being saved when this page came.
watch(useProofFocus().version, renew)
watch(
  () => evaluating.value?.id,
  (now, before) => {
    if (before && !now) renew()
  },
)
const search = useTemplateRef<Focusable>('search')
useKeys('Readiness', [
  { keys: 'Arrows', does: 'Move between stitches; also Page, Home and End' },
  { keys: 'Enter', does: 'Open the findings; on a finding, go to the field; Esc goes back' },
  { keys: 'o', does: 'Sort by this edition' },
  { keys: '/', does: 'Search', run: () => search.value?.focus() },
  {
    keys: 'f',
    does: 'Filters',
    run: () => {
      building.value = !building.value
    },
  },
  {
    keys: 'w',
    does: 'The trend',
    run: () => {
      trend.value = !trend.value
    },
  },
  { keys: 'b', does: 'The board by edition, or the cloth', run: changeLook },
  { keys: 's', does: 'Export findings', run: () => void saveFindings() },
])
onMounted(() => grid.value?.focus())
const sinceWords = computed(() => {
  const since = above.data.value?.since ?? 0
  return since === 0
    ? ''
    : since > 0
      ? `${numberShown(since)} more than yesterday`
      : `${numberShown(-since)} fewer than yesterday`
})
const codes = computed(() =>
  Object.entries(findingKinds)
    .filter(([, k]) => !view.strand || k.strand === view.strand)
    .map(([code, k]) => ({ code, label: k.label }))
    .sort((a, b) => a.label.localeCompare(b.label, 'en')),
)
</script>

<template>
  <div class="page">
    <PageHead title="Readiness" :menu="menu">
      <template #line>
        <span role="status"
          ><template v-if="above.data.value"
            ><b class="font-semibold text-ink">{{ numberShown(above.data.value.ready) }}</b> of
            {{ countShown(above.data.value.sold, 'page') }} ready<template v-if="sinceWords">
              · <b class="font-semibold text-ink">{{ sinceWords }}</b></template
            ><template v-if="above.data.value.due || evaluating"> · recalculating</template></template
          ><template v-else>…</template></span
        ></template
      >
      <PortionMenu
        :portion="above.data.value?.portion ?? null"
        :condition="condition"
        :condition-words="words"
        @changed="version++"
      />
      <template #actions>
        <button class="act" type="button" :aria-pressed="isBoard" @click="changeLook">
          By edition <span class="key">b</span>
        </button>
        <button class="act" type="button" :aria-pressed="trend" @click="trend = !trend">Trend</button>
      </template>
    </PageHead>
    <LazyTrendChart v-if="trend" />
    <EditionBoard
      v-if="isBoard"
      v-model:storefront="view.shop"
      :version="version"
      @edition="openEdition"
      @gap="(edition, show) => openEdition(edition, { show })"
      @fix="openFix"
    />
    <template v-else>
      <FixStrip :fixes="above.data.value?.fixes" :chosen="view.fix || undefined" @choose="choose" />
      <div class="flex flex-wrap items-center gap-2 px-5 pb-2" role="search">
        <ProductSearch ref="search" v-model="filter.q" class="w-36" @keydown.enter.prevent="grid?.focus()" />
        <SelectField
          v-model="view.shop"
          class="w-36"
          label="Storefront"
          :options="[option('', 'All storefronts'), ...byRecord(setup.storefronts)]"
        />
        <SelectField v-model="view.show" label="Which products" :options="shows" />
        <SelectField
          v-if="view.show === 'portion' && above.data.value?.others.length"
          v-model="view.whose"
          class="w-32"
          label="Portion of"
          :options="[option('', 'mine'), ...above.data.value.others.map((o) => option(o.email, o.name))]"
        />
        <SelectField
          v-model="view.strand"
          label="Blocked in"
          :options="[option('', 'all strands'), ...withWords(strands, (s) => `${s} blocked`)]"
        />
        <SelectField
          v-model="view.code"
          class="w-32"
          label="Findings"
          :options="[option('', 'all findings'), ...byLabel(codes)]"
        />
        <button class="plain" type="button" :aria-expanded="building" @click="building = !building">
          {{ where ? 'Filters on' : 'Filters' }}
        </button>
        <button v-if="narrowed" class="plain" type="button" @click="showAll">Show all</button>
        <span class="ml-auto flex items-center gap-2"
          ><SelectField
            v-model="view.group"
            label="Rows"
            :options="[
              option('type', 'by product type'),
              option('campaign', 'by campaign'),
              option('none', 'in one list'),
            ]" /><SelectField
            v-model="view.sort"
            label="Order"
            :options="[option('worst', 'worst first'), option('nearest', 'closest to ready'), option('sku', 'by SKU')]"
        /></span>
      </div>
      <p v-if="showing" class="flex items-baseline gap-2 border-t border-hair px-5 py-1.5">
        <span class="text-ink2">Only products with:</span> <b class="font-semibold">{{ showing }}</b> {{ ' '
        }}<button class="plain" type="button" @click="view.fix = ''">Show the others</button>
      </p>
      <div v-if="building" class="max-h-[30vh] overflow-auto border-t border-hair px-5 py-2">
        <p v-if="words" class="pb-1.5 text-ink2">{{ words }}</p>
        <LazyConditionGroup v-model="rule" />
      </div>
      <p class="phone-only px-3 pb-2 text-ink2">The cloth needs a wider window. Findings open as usual.</p>
      <div class="split-body">
        <ClothGrid
          ref="grid"
          :list="list"
          :edition="view.by || undefined"
          @at="at = $event"
          @open="openFindings"
          @sort="sortBy"
          ><template #empty
            >{{ narrowed ? 'No products found.' : 'No products are sold yet, or none have been evaluated.' }}
            <button v-if="narrowed" class="plain" type="button" @click="showAll">Show all</button></template
          ></ClothGrid
        >
        <FindingPanel
          v-if="open && at && column"
          ref="panel"
          :key="`${at.sku} ${column.n}`"
          :sku="at.sku"
          :name="rowName"
          :storefront="column.storefront"
          :language="column.language"
          :version="version"
          @close="close"
          @only="only"
        />
      </div>
      <p
        class="flex flex-wrap items-center gap-x-5 border-t border-hair px-5 py-1 text-[12px] text-ink2"
        aria-hidden="true"
      >
        <span class="inline-row"
          ><svg width="26" height="17" viewBox="-1 -1 27 19">
            <path
              class="fill-ink"
              d="M0 17V0h3V17zM5.4 17V0h3V17zM10.8 17V0h3V17zM16.2 17V0h3V17zM21.6 17V0h3V17z"
            /></svg
          >done</span
        >
        <span class="inline-row"
          ><svg width="26" height="17" viewBox="-1 -1 27 19">
            <path fill="var(--hair)" d="M0 9V0h3V9zM5.4 17V0h3V17zM10.8 12V0h3V12z" />
            <path class="fill-ink" d="M0 17V9h3V17zM10.8 17V12h3V17z" /></svg
          >not done</span
        >
        <span class="inline-row"
          ><svg width="13" height="13" viewBox="0 0 11 11"><path d="M5.5 .5l5 5-5 5-5-5z" fill="var(--madder)" /></svg
          >blocked</span
        >
        <span class="inline-row"
          ><svg width="26" height="5" viewBox="0 0 26 5"><path class="fill-ink" d="M0 1.7h24.6v1.6H0z" /></svg
          >live</span
        >
        <span class="ml-auto">strands from the left: facts, copy, language, media, content</span>
      </p>
    </template>
  </div>
</template>
