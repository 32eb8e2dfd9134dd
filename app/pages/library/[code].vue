<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { toggled } from '@core/lists/toggled'
import { factIn } from '@core/catalogue/storefront-facts'
import { inlineAddresses } from '@core/richtext/read'
import { relatedGroups, relatedWords } from '@core/page/relations'
import { noLimits } from '@core/assignments/limits'
import { blankPiece, type OwnPlace } from '@core/page/piece'
import type { PieceRecord, PieceTextRecord } from '@contracts/records'
import type { OfferedValue } from '~/components/editor/offered'

const route = useRoute()
const code = computed(() => (route.params.code === 'new' ? null : String(route.params.code)))
const lens = useLensStore()
const setup = useSetupStore()
const session = useSessionStore()
const { focus, refresh: refreshProof, version } = useProofFocus()
useProofPlace()
/** A new one can be of one product alone, which is asked for in the address. */
const ofProduct = computed(() => (typeof route.query.of === 'string' ? route.query.of : null))
const blank = (): PieceRecord => ({
  ...blankPiece(),
  code: '',
  kind: route.query.kind === 'question' ? 'question' : 'tab',
  name: '',
  own: ofProduct.value
    ? { sku: ofProduct.value, area: 'details', order: 50, limits: noLimits(), resting: false }
    : null,
})
const record = useRecord(
  'pieces',
  () => code.value,
  blank,
  (r) => r.name,
)
const { draft, changed } = record

/** The least room in which a text is written well, in pixels, and what lies between two of them. */
const leastRoom = { column: 400, gap: 20 }
const languagesArea = useTemplateRef<HTMLElement>('languages')
const { width: room } = useElementSize(languagesArea)
/** The source and the lens's language, then the storefront's others and all others: as many as there is room for. */
const columns = computed(() => {
  const here = lens.editions.filter((e) => e.storefront === lens.storefront)
  const inOrder = [setup.source, lens.language, ...[...here, ...lens.editions].map((e) => e.language)]
  const fitting = Math.floor((room.value + leastRoom.gap) / (leastRoom.column + leastRoom.gap))
  return [...new Set(inOrder)].slice(0, Math.max(lens.language === setup.source ? 1 : 2, fitting))
})
useScriptFonts(() => columns.value)
const textAt = (language: string, storefront: string | null) =>
  draft.value?.texts.find((t) => t.language === language && t.storefront === storefront)
const isWritten = (language: string) =>
  draft.value?.texts.some((t) => t.language === language && (t.title.trim() !== '' || t.body.trim() !== ''))
const ownHere = (language: string) => textAt(language, lens.storefront) !== undefined
const scopeOf = (language: string) => (language === lens.language && ownHere(language) ? lens.storefront : null)
/** How far a translation was is not known of one that is written anew; the server says it again of one that is not. */
function forgetStanding(text: PieceTextRecord, part: 'title' | 'body') {
  for (const known of [text.states, text.unread, text.sources]) if (known) delete known[part]
}
function write(language: string, change: Partial<Pick<PieceTextRecord, 'title' | 'body' | 'entries'>>) {
  const storefront = scopeOf(language)
  const found = textAt(language, storefront)
  if (found) {
    for (const part of ['title', 'body'] as const) if (part in change) forgetStanding(found, part)
    Object.assign(found, change)
  } else if (Object.values(change).some((v) => v.length > 0))
    draft.value!.texts.push({ storefront, language, title: '', body: '', ...change })
}
function setOwnHere(language: string, own: boolean) {
  const d = draft.value!
  if (own) {
    const general = textAt(language, null)
    d.texts.push({
      storefront: lens.storefront,
      language,
      title: general?.title ?? '',
      body: general?.body ?? '',
      ...(general?.entries ? { entries: general.entries } : {}),
    })
  } else d.texts = d.texts.filter((t) => t.language !== language || t.storefront !== lens.storefront)
}
const hint = (language: string) => {
  const source = textAt(setup.source, null)
  return language !== setup.source && !textAt(language, scopeOf(language))?.title && source?.title
    ? { title: source.title, language: setup.source }
    : undefined
}

const kinds = useAnswer('listBlockKinds', () => ({}))
const blockKind = computed(() => kinds.data.value?.items.find((k) => k.code === draft.value?.blockKind))
const known = useAnswer('listPieces', () => ({ query: { limit: 1 } }), { on: () => version.value })
const sets = useAnswer('listQuestionSets', () => ({}), { on: () => version.value })
const inSets = computed(() => (sets.data.value?.items ?? []).filter((s) => s.questions.includes(code.value ?? '')))
const fill = useAnswer('reachFill', () => ({ body: { piece: code.value, storefront: lens.storefront } }), {
  on: () => version.value,
})
const sample = ref('')
watch(
  () => draft.value?.own?.sku ?? fill.data.value?.sample,
  (s) => {
    if (s && !sample.value) sample.value = s
  },
  { immediate: true },
)
watch(
  sample,
  (s) => {
    focus.value = s || null
  },
  { immediate: true },
)
onBeforeUnmount(() => {
  focus.value = null
})
useProofTrial(() =>
  changed.value && draft.value && draft.value.name.trim() !== ''
    ? { name: 'this piece', piece: { ...draft.value, code: draft.value.code || 'new', name: draft.value.name.trim() } }
    : null,
)
const read = useAnswer(
  'getResolved',
  () =>
    sample.value
      ? { params: { sku: sample.value }, query: { storefront: lens.storefront, language: lens.language } }
      : undefined,
  { on: () => version.value },
)
const hasEnded = (answer: typeof fill | typeof read) =>
  answer.data.value !== undefined || answer.problem.value !== undefined
/** The chips in the text show values of the sample: shown before these are known, the text would move under the eye. */
const isLaidOut = ref(false)
watchEffect(() => {
  const hasSample = Boolean(draft.value?.own ?? fill.data.value?.sample)
  if (hasEnded(fill) && (!hasSample || hasEnded(read))) isLaidOut.value = true
})
const shop = computed(() => setup.storefronts.find((s) => s.code === lens.storefront))
const offered = computed<OfferedValue[]>(() => [
  ...(fill.data.value?.values ?? []).map((v) => {
    const [kind, name] = v.address.split(':') as [string, string]
    const shown =
      kind === 'storefront'
        ? factIn(shop.value?.facts[name], [lens.language, setup.source])
        : read.data.value?.items.find((r) => r.attribute === name)?.shown
    const { count } = fill.data.value!
    const share = kind === 'storefront' || count === 0 ? undefined : Math.round((100 * v.filled) / count)
    const one: OfferedValue = { address: v.address, label: v.label, sample: (shown ?? '').slice(0, 36) }
    return share === undefined ? one : { ...one, share }
  }),
  { address: 'live:facts', label: 'Live: the table of facts' },
  ...relatedGroups.map((r) => ({
    address: `live:${r}`,
    label: `Live: ${relatedWords(r, 'en').toLowerCase()}`,
  })),
  ...(shop.value?.pages ?? []).map((p) => ({ address: `page:${p.code}`, label: `Standing page: ${p.name}` })),
])

const used = computed(() =>
  draft.value?.takes
    ? draft.value.needed
    : [
        ...new Set([
          ...(draft.value?.texts ?? []).flatMap((t) => inlineAddresses(t.body)),
          ...(draft.value?.needed ?? []),
        ]),
      ],
)
const labelOf = (address: string) =>
  offered.value.find((v) => v.address === address)?.label ??
  setup.label(setup.attributes.get(address.replace('attribute:', ''))?.labels, address)
const emptyOn = (address: string) => {
  const v = fill.data.value?.values.find((x) => x.address === address)
  return v && address.startsWith('attribute:') && fill.data.value ? fill.data.value.count - v.filled : 0
}
function need(address: string) {
  draft.value!.needed = toggled(draft.value!.needed, address)
}
const place = computed({
  get: () => ({ area: draft.value!.own!.area, order: draft.value!.own!.order }),
  set: (p) => {
    draft.value!.own = { ...draft.value!.own!, ...p } as OwnPlace
  },
})
const limits = computed({
  get: () => draft.value!.own!.limits,
  set: (l) => {
    draft.value!.own = { ...draft.value!.own!, limits: l }
  },
})
async function makeReusable() {
  try {
    const { assignment } = await call('makeReusable', { params: { code: code.value! } })
    tell(`Reusable now. The assignment “${assignment.name}” keeps it in its place`)
    await record.takeTheirs()
    refreshProof()
  } catch (e) {
    tellProblem(e)
  }
}
/** So many languages are named at the head of the page. */
const mostNamed = 5
/** Where the piece stands, and the languages in which it would be missing there. */
const reachWords = computed(() => {
  const { data } = fill
  if (draft.value?.own) return `On ${draft.value.own.sku} only.`
  if (!data.value) return ''
  if (data.value.assigned.length === 0) return inSets.value.length > 0 ? 'In question sets only.' : 'Not assigned yet.'
  return `On ${countShown(data.value.count, 'product')} in ${setup.storefrontName(lens.storefront)}.`
})
const missingWords = computed(() => {
  const written = (draft.value?.texts ?? []).filter((t) => t.title.trim() !== '' || t.body.trim() !== '')
  const missing = setup.languagesWithout(Object.fromEntries(written.map((t) => [t.language, 'written'])))
  if (missing.length === 0) return 'Written in all languages.'
  const named = missing.slice(0, mostNamed).map(languageName).join(', ')
  const others = missing.length - mostNamed
  return `Missing in ${named}${others > 0 ? ` and ${others} more` : ''}.`
})
const readonly = computed(() => !session.mayEdit)
const keys = [{ keys: '@', does: 'Insert a value of the product' }]
</script>

<template>
  <RecordPage
    :record="record"
    it="Piece"
    many="Library"
    :title="draft?.name ?? ''"
    :readonly="readonly"
    removal="Delete this piece and its texts? The history keeps it."
    :keys="keys"
    :after="refreshProof"
  >
    <template #beside
      ><span v-if="draft">{{ draft.kind }}</span
      ><NuxtLink v-if="draft?.own" class="hover:underline" :to="`/catalogue/${segment(draft.own.sku)}`"
        >only on {{ draft.own.sku }}</NuxtLink
      ></template
    >
    <template v-if="draft && code" #under>
      <p class="min-h-5 min-w-0 truncate text-ink2">
        {{ reachWords }} <span :class="{ 'text-ochre': missingWords.startsWith('Missing') }">{{ missingWords }}</span>
      </p>
    </template>
    <template v-if="draft && isLaidOut">
      <PieceSettings
        v-model="draft"
        :disabled="readonly"
        :is-new="code === null"
        :tags="known.data.value?.tags ?? []"
        :owners="known.data.value?.owners ?? []"
        :block-kinds="kinds.data.value?.items ?? []"
      />
      <div ref="languages" class="languages mt-4">
        <section v-for="l in columns" :key="l" :aria-label="languageName(l)">
          <div class="part-head mb-1.5">
            <h2>{{ languageName(l) }}</h2>
            <small v-if="l === setup.source" class="text-ink2">the source</small>
            <small v-else-if="!isWritten(l)" class="text-ochre">missing</small>
            <CheckBox
              v-if="l === lens.language && !readonly"
              :model-value="ownHere(l)"
              class="beside"
              @update:model-value="setOwnHere(l, $event)"
              >own text in {{ setup.storefrontName(lens.storefront) }}</CheckBox
            >
          </div>
          <PieceTextEditor
            :key="`${l}${scopeOf(l)}`"
            :title="textAt(l, scopeOf(l))?.title ?? ''"
            :body="textAt(l, scopeOf(l))?.body ?? ''"
            :entries="textAt(l, scopeOf(l))?.entries ?? []"
            :takes="draft.takes"
            :block-kind="blockKind"
            :language="l"
            :name="languageName(l)"
            :values="offered"
            :disabled="readonly"
            :hint="hint(l)"
            @update:title="write(l, { title: $event })"
            @update:body="write(l, { body: $event })"
            @update:entries="write(l, { entries: $event })"
          />
        </section>
      </div>
      <SharedRemarks v-if="code && draft.own === null" :piece="draft" />
      <section v-if="used.length || !draft.takes" class="mt-5" aria-label="Values in the text">
        <h2 class="section-head">Values in the text</h2>
        <p v-if="used.length === 0" class="pt-1.5 text-ink2">
          None. Type <span class="key">@</span> in the text to insert a fact; it is filled in for each product and
          language.
        </p>
        <div v-for="a in used" :key="a" class="flex items-center gap-3 border-b border-hair py-1.5">
          <span class="chip">{{ labelOf(a) }}</span>
          <CheckBox
            v-if="!/^(page|live):/.test(a)"
            :disabled="readonly"
            :model-value="draft.needed.includes(a)"
            @update:model-value="need(a)"
            >required: without it the piece is not shown</CheckBox
          >
          <span v-if="emptyOn(a) > 0" class="ml-auto text-ochre"
            >empty on {{ emptyOn(a) }} of {{ countShown(fill.data.value?.count ?? 0, 'product') }}</span
          >
        </div>
      </section>
      <section class="mt-5" aria-label="Where it appears">
        <h2 class="section-head">Where it appears</h2>
        <template v-if="draft.own">
          <p class="pt-1.5">
            Only on
            <NuxtLink class="plain" :to="`/catalogue/${segment(draft.own.sku)}`">{{ draft.own.sku }}</NuxtLink> and its
            variants.
            <button v-if="code && !readonly && !changed" type="button" class="act ml-2" @click="makeReusable">
              Make reusable
            </button>
          </p>
          <PlaceForm v-model="place" :disabled="readonly" />
          <LimitsForm v-model="limits" :disabled="readonly" />
          <CheckBox v-model="draft.own.resting" :disabled="readonly" class="mt-2">paused</CheckBox>
        </template>
        <p v-else class="flex flex-wrap items-baseline gap-x-4 gap-y-1 pt-1.5">
          <NuxtLink
            v-for="a in fill.data.value?.assigned"
            :key="a.code"
            class="plain"
            :to="`/assignments/${segment(a.code)}`"
            >{{ a.name }}</NuxtLink
          >
          <NuxtLink v-for="s in inSets" :key="s.code" class="plain" :to="`/questions/${segment(s.code)}`"
            >in the set {{ s.name }}</NuxtLink
          >
          <span v-if="fill.data.value?.assigned.length" class="text-ink2"
            >{{ countShown(fill.data.value.count, 'product') }} in {{ setup.storefrontName(lens.storefront) }}</span
          >
          <span v-else-if="!code" class="text-ink2">Save the piece first, then assign it to products.</span>
          <NuxtLink v-if="code && !readonly" class="act" :to="{ path: '/assignments/new', query: { piece: code } }"
            >Assign</NuxtLink
          >
        </p>
        <div class="mt-2 flex items-center gap-2 text-ink2">
          Values shown for <SkuPicker v-model="sample" label="Sample product" class="w-56" />
        </div>
      </section>
    </template>
  </RecordPage>
</template>

<style scoped>
.languages {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(360px, 100%), 1fr));
  gap: 20px;
}
</style>
