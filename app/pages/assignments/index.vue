<script setup lang="ts">
import type { BuiltInPart } from '@core/page/layout'
import { partWords } from '~/components/settings/layoutWords'
import type { ListedAssignment } from '@contracts/reach'
import { areaName } from '@core/assignments/areas'
import { capitalised } from '@core/language/letters'

type Row = { key: string; order: number; number: number; fixed: boolean; a?: ListedAssignment; part?: BuiltInPart }

const lens = useLensStore()
const session = useSessionStore()
const setup = useSetupStore()
const { refresh: refreshProof } = useProofFocus()
const q = ref('')
const rested = ref(true)
const most = 1000
const {
  items,
  first: data,
  hasMore,
  showMore,
  problem,
  refresh: refreshList,
} = useMore('listAssignments', (cursor) => ({ query: { q: q.value, limit: most, cursor } }), { wait: 80 })
const layout = useAnswer('pageOrder', () => ({ params: { code: lens.storefront } }))
const { data: reaches, refresh: refreshReaches } = useAnswer('assignmentReaches', () => ({
  query: { storefront: lens.storefront },
}))
const refresh = () => Promise.all([refreshList(), refreshReaches()])
/** What an assignment brings, by name. */
function bringsWords({ names, replacesName }: ListedAssignment): string {
  if (replacesName !== null) return `${names[0]} replaces ${replacesName}`
  return names.length <= 3 ? names.join(' · ') : `${names.slice(0, 3).join(' · ')} and ${names.length - 3} more`
}
/** What an assignment does in the storefront of the lens; undefined where its limits leave that out. */
const numbersOf = (code: string) => reaches.value?.assignments[code]
/** How many products it reaches there. */
function reachWords(code: string): string {
  if (!reaches.value) return ''
  const numbers = numbersOf(code)
  return numbers ? numberShown(numbers.products) : 'not here'
}
/** The page's order: area by area from top to bottom, built-in parts among the assignments. */
const areas = computed(() => {
  const known = layout.data.value
  // Both are there before any row is, so that none moves when the other comes.
  if (!known || !data.value) return []
  const others = [...new Set(items.value.map((a) => a.area))]
    .filter((a) => !known.some((k) => k.area === a))
    .map((area) => ({ area, name: '', limit: null, parts: [], elsewhere: true }))
  return [...known.map((k) => ({ ...k, elsewhere: false })), ...others]
    .map((k) => ({
      ...k,
      title: capitalised(areaName(k.area, [k])),
      rows: [
        ...items.value
          .filter((a) => a.area === k.area && (rested.value || !a.resting))
          .map((a): Row => ({ key: a.code, order: a.order, number: a.number, fixed: false, a })),
        ...(q.value
          ? []
          : k.parts.map((p): Row => ({
              key: `part:${p.part}`,
              order: p.order,
              number: -1,
              fixed: true,
              part: p.part,
            }))),
      ].sort((x, y) => x.order - y.order || x.number - y.number),
    }))
    .filter((k) => k.rows.length > 0 || !q.value)
})
const mayMove = computed(() => session.mayEdit && q.value === '' && rested.value && !hasMore.value)
const body = useTemplateRef<HTMLElement>('body')
const flat = computed(() =>
  areas.value.flatMap((k) => [
    { area: k.area, row: undefined as Row | undefined },
    ...k.rows.map((row) => ({ area: k.area, row: row as Row | undefined })),
  ]),
)
async function place(code: string, area: string, before: string | null) {
  try {
    await call('placeAssignment', { body: { storefront: lens.storefront, area, code, before } })
    await refresh()
    refreshProof()
    await nextTick()
    document.querySelector<HTMLElement>(`[data-row="${CSS.escape(code)}"] a`)?.focus()
  } catch (e) {
    tellProblem(e)
    await refresh()
  }
}
/** Dragged from one line to another of the whole list, areas' headings included. */
function dragged(from: number, to: number) {
  const one = flat.value[from]
  if (!one?.row?.a) return
  const list = moved(flat.value, from, to)
  const at = list.indexOf(one)
  const head = list.slice(0, at).findLast((x) => x.row === undefined)
  const following = list[at + 1]
  if (head) void place(one.row.a.code, head.area, following?.row?.key ?? null)
}
useReorder(() => (mayMove.value ? body.value : null), dragged)
function step(code: string, by: -1 | 1) {
  if (!mayMove.value) return
  const k = areas.value.find((x) => x.rows.some((r) => r.key === code))!
  const i = k.rows.findIndex((r) => r.key === code)
  if (by < 0 ? i === 0 : i === k.rows.length - 1) return
  void place(code, k.area, by < 0 ? k.rows[i - 1]!.key : (k.rows[i + 2]?.key ?? null))
}
async function rest(a: ListedAssignment) {
  try {
    const { data: record, tag } = await readRecord('assignments', a.code)
    await writeRecord('assignments', { ...record, resting: !a.resting }, { 'If-Match': tag! })
    tell(a.resting ? `“${a.name}” is running again` : `“${a.name}” is paused`)
    await refresh()
    refreshProof()
  } catch (e) {
    tellProblem(e)
  }
}
const search = useTemplateRef<Focusable>('search')
const focused = () =>
  items.value.find((a) => a.code === document.activeElement?.closest<HTMLElement>('[data-row]')?.dataset.row)
useKeys('Assignments', [
  { keys: '/', does: 'Search', run: () => search.value?.focus() },
  {
    keys: 'n',
    does: 'New assignment',
    run: () => {
      if (session.mayEdit) void navigateTo('/assignments/new')
    },
  },
  {
    keys: 'Alt+ArrowUp',
    does: 'Move up',
    run: () => {
      const a = focused()
      if (a) step(a.code, -1)
    },
  },
  {
    keys: 'Alt+ArrowDown',
    does: 'Move down',
    run: () => {
      const a = focused()
      if (a) step(a.code, 1)
    },
  },
  {
    keys: 'r',
    does: 'Pause or resume',
    run: () => {
      const a = focused()
      if (a && session.mayEdit) void rest(a)
    },
  },
])
</script>

<template>
  <div class="page">
    <PageHead stage="assignments" title="Assignments">
      <template #line
        >in the page order of
        <span class="inline-flex items-center gap-1" :class="`thread-${lens.storefront}`"
          ><span class="dot" />{{ setup.storefrontName(lens.storefront) }}</span
        ></template
      >
      <TextField
        ref="search"
        v-model="q"
        placeholder="Name"
        type="search"
        class="w-56"
        label="Search assignments"
      /><CheckBox v-model="rested" class="text-ink2">Show paused</CheckBox>
      <template #actions
        ><NuxtLink v-if="session.mayEdit" class="act" to="/assignments/new"
          >New assignment <span class="key">n</span></NuxtLink
        ></template
      >
    </PageHead>
    <p v-if="problem" class="px-5 text-madder" role="alert">{{ problem.sentence }}</p>
    <div class="page-body" tabindex="0" aria-label="Assignments in page order">
      <table class="listing">
        <colgroup>
          <col class="w-[86px]" />
          <col class="w-[34%]" />
          <col />
          <col class="w-[88px]" />
          <col class="w-[78px]" />
          <col class="w-[70px]" />
          <col class="w-[92px]" />
        </colgroup>
        <thead class="sticky top-0 z-10 bg-sheet text-[12.5px]">
          <tr>
            <th>Order</th>
            <th>Name</th>
            <th>Goes to</th>
            <th>Shown in</th>
            <th class="text-right" title="Products that it reaches in this storefront now">Products</th>
            <th class="text-right" title="Pages in this storefront that show it now">Pages</th>
            <th><span class="sr-only">Action</span></th>
          </tr>
        </thead>
        <tbody ref="body">
          <template v-for="k in areas" :key="k.area">
            <tr data-entry class="border-hair2 bg-shade">
              <th colspan="7" scope="rowgroup" class="text-[12.5px] font-semibold">
                {{ k.title }}<small v-if="k.limit" class="pl-2 font-normal text-ink2">at most {{ k.limit }} parts</small
                ><small v-if="k.elsewhere" class="pl-2 font-normal text-ochre">not on this storefront’s page</small
                ><small v-if="k.rows.length === 0" class="pl-2 font-normal text-ink2">empty</small>
              </th>
            </tr>
            <template v-for="r in k.rows" :key="k.area + r.key">
              <tr v-if="r.a" data-entry :class="{ 'text-ink2': r.a.resting }" :data-row="r.a.code">
                <td class="py-2 pl-5">
                  <span
                    v-if="mayMove"
                    data-handle
                    class="mr-1.5 inline-block w-3 cursor-grab text-ink3"
                    aria-hidden="true"
                    >⁝</span
                  >{{ r.order }}
                </td>
                <td class="py-2">
                  <NuxtLink class="font-semibold hover:underline" :to="`/assignments/${segment(r.a.code)}`">{{
                    r.a.name
                  }}</NuxtLink><small v-if="r.a.resting" class="ml-2 text-ochre">paused</small
                  ><NuxtLink
                    v-if="numbersOf(r.a.code)?.conflicts && !r.a.resting"
                    class="plain ml-2 text-[12px] text-ochre"
                    :to="`/assignments/${segment(r.a.code)}`"
                    >{{ countShown(numbersOf(r.a.code)!.conflicts, 'conflict') }}</NuxtLink
                  >
                  <p class="truncate text-[12.5px] text-ink2" :title="r.a.names.join(' · ')">{{ bringsWords(r.a) }}</p>
                </td>
                <td class="py-2">
                  <span class="font-serif italic">{{ r.a.sentence }}</span>
                  <p v-if="r.a.limits" class="text-[12.5px] text-ink2">only {{ r.a.limits }}</p>
                </td>
                <td class="py-2">
                  <StorefrontDots v-if="reaches" :storefronts="reaches.storefronts[r.a.code] ?? []" />
                </td>
                <td
                  class="py-2 text-right tabular-nums"
                  :class="{
                    'text-madder': reachWords(r.a.code) === '0',
                    'text-ink2': reachWords(r.a.code) === 'not here',
                  }"
                >
                  {{ reachWords(r.a.code) }}
                </td>
                <td class="py-2 text-right tabular-nums">
                  {{ numbersOf(r.a.code) ? numberShown(numbersOf(r.a.code)!.pages) : '' }}
                </td>
                <td class="py-2 text-right">
                  <button v-if="session.mayEdit" type="button" class="plain min-h-6" @click="rest(r.a)">
                    {{ r.a.resting ? 'Resume' : 'Pause' }}<span class="sr-only">: {{ r.a.name }}</span>
                  </button>
                </td>
              </tr>
              <tr v-else data-entry class="text-ink2">
                <td class="pl-5"><span v-if="mayMove" class="mr-1.5 inline-block w-3" />{{ r.order }}</td>
                <td class="italic" colspan="6">{{ partWords[r.part!] }}, built in</td>
              </tr>
            </template>
          </template>
        </tbody>
      </table>
      <EmptyState v-if="data && items.length === 0"
        >{{ q ? 'No assignment matches.' : 'Nothing is assigned yet.' }}
      </EmptyState>
      <div v-if="hasMore" class="p-4"><button class="act" type="button" @click="showMore()">Show more</button></div>
    </div>
  </div>
</template>
