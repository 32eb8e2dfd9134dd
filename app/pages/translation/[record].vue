<script setup lang="ts">
import { flatOfCoded, partsOf, textOfParts } from '@core/translation/coded'
import { termIn } from '@core/translation/term'
import type { TargetFinding } from '@core/translation/checks/check'
import { isReviewed, type TranslationState } from '@core/translation/state'
import DeskHelps from '~/components/translation/DeskHelps.vue'
import SegmentRow from '~/components/translation/SegmentRow.vue'
import type { Comment, Match } from '@contracts/translation'
import type { Row } from '~/components/translation/unit'

const route = useRoute()
const record = computed(() => String(route.params.record))
const setup = useSetupStore()
const lens = useLensStore()
const session = useSessionStore()
const { focus, picked } = useProofFocus()
const { asked: inList } = useWorkFilter()
const readonly = computed(() => !session.mayTranslate(lens.language))
const work = useDesk(() => record.value)
const {
  desk,
  problem,
  rows,
  find,
  only,
  drafts,
  changed,
  reset,
  targetOf,
  differs,
  current,
  at,
  go,
  findingsOf,
  standing,
  blockerIn,
  busy,
  repeats,
} = work
provide('desk-glossary', work.glossary)

/** The product whose page the texts are read on: itself, or one that has the piece. */
const { data: fill } = useAnswer('reachFill', () =>
  record.value.startsWith('piece:')
    ? { body: { piece: record.value.slice(6), storefront: lens.storefront } }
    : undefined,
)
const sample = computed(() => {
  if (record.value.startsWith('product:')) return record.value.slice(8)
  if (record.value.startsWith('piece:')) return fill.value?.sample
  return typeof route.query.page === 'string' ? route.query.page : null
})
watch(
  sample,
  (s) => {
    focus.value = s ?? null
  },
  { immediate: true },
)
onBeforeUnmount(() => {
  focus.value = null
})

const matchesFor = useDeskMatches()
const matches = shallowRef<Match[]>([])
watch(
  [() => current.value?.key, () => lens.language],
  async () => {
    const r = current.value
    back.value = null
    splitAt.value = null
    commenting.value = null
    matches.value = []
    const found = await matchesFor(r)
    if (r?.key === current.value?.key) matches.value = found
    void matchesFor(rows.value[at.value + 1])
  },
  { immediate: false },
)
watch(
  () => desk.value?.record,
  () => {
    if (current.value)
      void matchesFor(current.value).then((m) => {
        matches.value = m
      })
  },
)

const lines = useTemplateRef<InstanceType<typeof SegmentRow>[]>('lines')
const line = () => lines.value?.find((l) => l && rowOfLine(l)?.key === current.value?.key)
const rowOfLine = (l: InstanceType<typeof SegmentRow>) => (l.$props as { row: Row }).row
const mayWrite = computed(() => !readonly.value && current.value !== undefined)

const findings = computed(() => (current.value ? findingsOf(current.value) : []))
function take(m: Match | undefined) {
  if (m && current.value && mayWrite.value) work.tookOver(current.value, 'memory', m.target.text)
}
function copySource() {
  if (current.value && mayWrite.value) work.tookOver(current.value, 'person', current.value.segment.text)
}
async function machine() {
  const r = current.value
  if (!r || !mayWrite.value) return
  try {
    const { items } = await call('translateSegments', {
      body: {
        from: desk.value!.source,
        to: lens.language,
        segments: [{ text: r.segment.text, placeholders: r.segment.placeholders }],
      },
    })
    if (current.value?.key === r.key) work.tookOver(r, 'machine', items[0]!.text)
    if (items[0]!.unknown.length) tell(`The service does not know: ${items[0]!.unknown.join(', ')}`)
  } catch (e) {
    tellProblem(e)
  }
}
const back = ref<string | null>(null)
async function readBack() {
  const r = current.value
  const text = r && targetOf(r)
  if (!text) return
  try {
    back.value = flatOfCoded(
      (
        await call('translateSegments', {
          body: {
            from: lens.language,
            to: desk.value!.source,
            segments: [{ text, placeholders: [] }],
          },
        })
      ).items[0]!.text,
    ).replaceAll('\ufffc', '…')
  } catch (e) {
    tellProblem(e)
  }
}
/** The first placeholder of the source that the target has not yet. */
function nextPlaceholder() {
  const r = current.value
  if (!r) return
  const has = new Set(partsOf(targetOf(r) ?? '').flatMap((p) => (typeof p === 'string' ? [] : [p.n])))
  const missing = r.segment.placeholders.find((p) => !has.has(p.n))
  if (missing) line()?.insert(missing.n)
  else tell('All placeholders are already there')
}
/** The first term of the source whose translation the target has not yet. */
function nextTerm() {
  const r = current.value
  if (!r) return
  const wanted = work.glossary.value
    .find(flatOfCoded(r.segment.text))
    .map((f) => termIn(f.term, lens.language)?.term)
    .find((t) => t && !(targetOf(r) ?? '').toLowerCase().includes(t.toLowerCase()))
  if (wanted) line()?.insertText(wanted)
  else tell('All glossary terms are already there')
}
function mend({ at: place, fix }: TargetFinding) {
  const r = current.value
  if (!r || !place || fix === undefined) return
  let from = 0
  drafts.value![r.key] = textOfParts(
    partsOf(targetOf(r) ?? '').map((p) => {
      if (typeof p !== 'string') {
        from += p.is === 'alone' ? 1 : 0
        return p
      }
      const start = from
      from += p.length
      return place.from >= start && place.to <= from
        ? p.slice(0, place.from - start) + fix + p.slice(place.to - start)
        : p
    }),
  )
}
/** Nothing is called read while a blocker stands in it; says which. */
function isBlocked(r: Row, state: TranslationState) {
  const blocker = isReviewed(state) ? blockerIn(r) : undefined
  if (blocker) tell(`Not marked as ${state}: ${blocker.message} Fix it, or ignore the finding with a reason.`)
  return blocker !== undefined
}
/** The segment whose text is that of its source, and that was asked about once. */
const sameAsSource = ref('')
function isUnsure(r: Row): boolean {
  if (targetOf(r) !== r.segment.text || !/\p{L}/u.test(flatOfCoded(r.segment.text)) || sameAsSource.value === r.key)
    return false
  sameAsSource.value = r.key
  tell('This is the same as the source. Confirm again if it is right in this language too.')
  return true
}
async function confirm(state: TranslationState) {
  if (!current.value || !mayWrite.value) return
  if (!targetOf(current.value)) return void tell('Write something first')
  if (isBlocked(current.value, state) || isUnsure(current.value)) return
  const here = at.value
  if (await work.confirm(state)) {
    const next = rows.value.findIndex((r, i) => i > here && work.isOpen(r))
    go(next >= 0 ? next : here + 1)
  }
}
async function save() {
  if (await work.save()) tell('Saved')
}

const commenting = ref<'say' | 'return' | null>(null)
async function comment(words: string) {
  const r = current.value
  if (!r || !desk.value) return
  if (commenting.value === 'return') {
    if (await work.sendBack(r, words)) commenting.value = null
    return
  }
  try {
    const { items } = await call('commentUnit', {
      body: {
        record: record.value,
        unit: r.unit.unit,
        language: lens.language,
        segment: r.segment.text,
        words,
      },
    })
    commenting.value = null
    setComments(items)
  } catch (e) {
    tellProblem(e)
  }
}
const setComments = (comments: Comment[]) => {
  if (work.data.value) work.set({ ...work.data.value, comments })
}
const commentsOf = (r: Row) =>
  desk.value!.comments.filter(
    (c) => !c.settled && c.unit === r.unit.unit && (c.segment === null ? r.first : c.segment === r.segment.text),
  ).length

const { splitAt, split } = useSegmentSplit(
  () => current.value?.segment.text ?? '',
  (at) => void work.split(at),
  () => mayWrite.value,
)

/**
 * The record after this one in the list of work as it was left, else among those that still lack something; then from
 * its start.
 */
async function nextRecord() {
  if (changed.value && !(await work.save())) return
  const ask = async (after: object) =>
    (
      await call('listWork', {
        query: {
          ...inList.value,
          storefront: lens.storefront,
          language: lens.language,
          ...after,
          limit: 2,
        },
      })
    ).items.find((i) => i.record !== record.value)
  const next = (await ask({ after: record.value })) ?? (await ask({}))
  if (next)
    await navigateTo({
      path: `/translation/${segment(next.record)}`,
      query: { ...lens.query, ...(inList.value.page ? { page: inList.value.page } : {}) },
    })
  else tell('No more records in the list')
}
// What is chosen on the page opens its segment, here or on the record of its piece.
watch(picked, (p) => {
  if (!p || !desk.value) return
  const found = work.rowOnPage(p.words)
  if (found) {
    find.value = ''
    only.value = 'all'
    work.currentKey.value = found.key
  } else if (p.piece && !p.piece.startsWith('part:') && `piece:${p.piece}` !== record.value)
    void navigateTo({ path: `/translation/${segment(`piece:${p.piece}`)}`, query: lens.query })
})
const search = useTemplateRef<Focusable>('search')
useKeys('Translation', [
  {
    keys: 'Ctrl+Enter',
    does: 'Mark as translated, go to next',
    always: true,
    run: () => void confirm('translated'),
  },
  { keys: 'Alt+r', does: 'Mark as reviewed, go to next', run: () => void confirm('reviewed') },
  { keys: 'Alt+f', does: 'Mark as final, go to next', run: () => void confirm('final') },
  {
    keys: 'Alt+u',
    does: 'Return it with a comment',
    run: () => {
      if (mayWrite.value && current.value?.segment.target) commenting.value = 'return'
    },
  },
  { keys: 'Ctrl+S', does: 'Save all', always: true, run: () => void save() },
  { keys: 'Alt+ArrowDown', does: 'Next segment', always: true, run: () => go(at.value + 1) },
  { keys: 'Alt+ArrowUp', does: 'Previous segment', always: true, run: () => go(at.value - 1) },
  ...[1, 2, 3, 4, 5].map((n) => ({
    keys: `Alt+${n}`,
    does: `Use match ${n} from memory`,
    run: () => take(matches.value[n - 1]),
  })),
  { keys: 'Alt+s', does: 'Copy source', run: copySource },
  { keys: 'Alt+m', does: 'Machine translation', run: () => void machine() },
  { keys: 'Alt+b', does: 'Machine back-translation', run: () => void readBack() },
  { keys: 'Alt+i', does: 'Insert next placeholder', run: nextPlaceholder },
  { keys: 'Alt+g', does: 'Insert next glossary term', run: nextTerm },
  {
    keys: 'Alt+j',
    does: 'Join with next segment',
    run: () => {
      if (mayWrite.value) void work.join()
    },
  },
  { keys: 'Alt+k', does: 'Split segment: arrows move the position, Enter splits', run: split },
  {
    keys: 'Alt+y',
    does: 'Change other segments with the same source',
    run: () => {
      if (mayWrite.value) void work.changeRepeats()
    },
  },
  {
    keys: 'Alt+c',
    does: 'Comment',
    run: () => {
      if (!readonly.value) commenting.value = 'say'
    },
  },
  { keys: 'Alt+/', does: 'Find in these texts', run: () => search.value?.focus() },
  { keys: 'Alt+n', does: 'Save and go to next record', run: () => void nextRecord() },
])
const home = computed(() => {
  const [kind, id] = [
    record.value.slice(0, record.value.indexOf(':')),
    record.value.slice(record.value.indexOf(':') + 1),
  ]
  const places: Record<string, string> = {
    product: '/catalogue/',
    piece: '/library/',
    attribute: '/settings/attributes/',
    'product-type': '/settings/types/',
    storefront: '/settings/storefronts/',
    media: '/media/',
  }
  return places[kind] ? `${places[kind]}${segment(id)}` : '/settings/categories'
})
const open = computed(() => work.all.value.filter(work.isOpen).length)
</script>

<template>
  <div class="page">
    <div v-if="problem" class="p-8" role="alert">
      <h1>{{ problem.problem.title }}</h1>
      <p class="mt-2">{{ problem.sentence }}</p>
      <NuxtLink to="/translation" class="act mt-3">Back to translation</NuxtLink>
    </div>
    <template v-else-if="lens.sameLanguage"
      ><PageHead stage="translation" title="Translation" /> <SourceNotice
    /></template>
    <template v-else-if="desk && drafts">
      <PageHead :title="desk.title" :back="{ to: '/translation', label: 'Translation' }">
        <template #place>
          <NuxtLink :to="home" class="hover:underline">{{ record.slice(record.indexOf(':') + 1) }}</NuxtLink>
        </template>
        <template #line>
          <span role="status">{{
            changed ? 'Not saved yet; stored in this browser' : open ? `${open} open` : 'All done'
          }}</span>
        </template>
        <template #actions>
          <button v-if="changed" class="plain" type="button" @click="reset()">Undo all</button>
          <button class="act" type="button" @click="nextRecord">Next record <span class="key">Alt n</span></button>
          <button v-if="!readonly" class="act main" type="button" :disabled="busy || !changed" @click="save">
            Save <span class="opacity-70">Ctrl S</span>
          </button>
        </template>
        <template #controls>
          <TextField
            ref="search"
            v-model="find"
            placeholder="Find in these texts"
            type="search"
            class="w-36"
            label="Find in these texts"
          />
          <SelectField
            v-model="only"
            label="Segments"
            :options="[option('all', 'all segments'), option('open', 'open segments')]"
          />
          <template v-if="!readonly && current">
            <button class="act" type="button" :disabled="busy || !targetOf(current)" @click="confirm('translated')">
              Mark as translated <span class="key">Ctrl Enter</span>
            </button>
            <button class="plain min-h-6" type="button" @click="copySource">
              Copy source <span class="key">Alt s</span>
            </button>
            <button class="plain min-h-6" type="button" @click="machine">
              Machine translation <span class="key">Alt m</span>
            </button>
            <button class="plain min-h-6" type="button" :disabled="!targetOf(current)" @click="readBack">
              Back-translate <span class="key">Alt b</span>
            </button>
            <button v-if="repeats.length" class="plain min-h-6 text-ochre" type="button" @click="work.changeRepeats()">
              {{ repeats.length }} {{ repeats.length === 1 ? 'other segment differs' : 'other segments differ' }} :
              change them <span class="key">Alt y</span>
            </button>
          </template>
          <span v-if="desk.share" class="ml-auto text-ink2"
            >{{ desk.share.name
            }}<template v-if="desk.share.due">, by {{ shortDayShown(desk.share.due) }}</template></span
          >
        </template>
      </PageHead>
      <div class="heads border-b border-hair2 px-5 pb-1.5 text-[12.5px] font-semibold">
        <span>{{ languageName(desk.source) }}, the source</span><span /><span
          class="inline-row"
          :class="`thread-${lens.storefront}`"
          ><span class="dot" />{{ languageName(lens.language)
          }}<span v-if="readonly" class="font-normal text-ochre"
            >· only to read: {{ session.me?.name }} cannot translate into this language</span
          ></span
        >
      </div>
      <div class="min-h-0 flex-1 overflow-auto bg-sheet pb-6" tabindex="0" aria-label="Texts">
        <template v-for="r in rows" :key="r.key">
          <p v-if="r.first" class="px-5 pb-0.5 pt-3 text-[12px]">
            <b class="font-semibold">{{ r.unit.label }}</b><span v-if="r.unit.storefront" class="ml-2 text-ink2"
              >only in {{ setup.storefrontName(r.unit.storefront) }}</span
            ><span v-if="r.unit.note" class="ml-2 text-ink3">{{ r.unit.note }}</span
            ><span v-if="r.unit.loose" class="ml-2 text-ochre"
              >The translation has a different structure from the source. It stays in use until every segment here is
              translated.</span
            >
          </p>
          <SegmentRow
            ref="lines"
            v-model="drafts[r.key]!"
            :row="r"
            :current="r.key === current?.key"
            :language="lens.language"
            :source="desk.source"
            :readonly="readonly"
            :findings="standing(r).length"
            :blocked="blockerIn(r) !== undefined"
            :split-at="splitAt"
            :comments="commentsOf(r)"
            :differs="differs(r)"
            @choose="work.currentKey.value = r.key"
            @state="isBlocked(r, $event) || work.confirm($event)"
          />
        </template>
        <p v-if="rows.length === 0" class="p-8 text-ink2">
          {{ work.all.value.length === 0 ? 'There is no source text to translate.' : 'No segments found.' }}
        </p>
        <UnsourcedTexts
          v-if="record.startsWith('product:')"
          :sku="record.slice('product:'.length)"
          :readonly="readonly"
        />
      </div>
      <DeskHelps
        v-if="current"
        :desk="desk"
        :row="current"
        :target="targetOf(current)"
        :matches="matches"
        :findings="findings"
        :readonly="readonly"
        :back="back"
        :commenting="commenting !== null"
        :returning="commenting === 'return'"
        @take="take"
        @term="line()?.insertText($event)"
        @overrule="(c, reason) => work.overrule(current!, c, reason)"
        @mend="mend"
        @comments="setComments"
        @comment="comment"
        @close="commenting = null"
      />
    </template>
    <p v-else class="p-8 text-ink2">Opening …</p>
  </div>
</template>

<style scoped>
.heads {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 14px minmax(0, 1fr);
  column-gap: 14px;
}
</style>
