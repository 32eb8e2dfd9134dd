<script setup lang="ts">
import type { WorkRecord } from '@contracts/translation'
const lens = useLensStore()
const setup = useSetupStore()
const route = useRoute()
const kinds: [string, string][] = [
  ['', 'all kinds'],
  ['product', 'products'],
  ['piece', 'pieces and questions'],
  ['category', 'categories'],
  ['attribute', 'attributes and options'],
  ['product-type', 'product types'],
  ['media', 'pictures and files'],
  ['storefront', 'the storefront’s own'],
]
const kindOf = (record: string) => record.slice(0, record.indexOf(':'))
const kindWords: Record<string, string> = {
  piece: 'piece',
  category: 'category',
  attribute: 'attribute',
  'product-type': 'product type',
  media: 'picture or file',
  storefront: 'storefront',
  product: '',
}
const { filter, asked, take } = useWorkFilter()
take(route.query)
/** The same as bodies take it. */
const inBody = computed(() => {
  const { kinds: kind, ...rest } = asked.value
  return { ...rest, ...(kind ? { kinds: [kind] } : {}) }
})
const total = ref({ texts: 0, missing: 0, stale: 0, unread: 0, returned: 0, toReview: 0 })
const list = usePages<WorkRecord>(
  async (offset, limit, signal) => {
    if (lens.sameLanguage) return { items: [], count: 0 }
    const page = await call('listWork', {
      query: { ...asked.value, offset, limit, storefront: lens.storefront, language: lens.language },
      signal,
    })
    total.value = page.total
    return page
  },
  () => [{ ...filter }, lens.edition.id],
)
/** What was returned to whoever looks: it comes before everything else. */
const session = useSessionStore()
const { data: returned } = useAnswer('listWork', () => {
  if (lens.sameLanguage || !session.me) return undefined
  const mine = { show: 'returned' as const, writer: session.me.id, limit: 3 }
  return { query: { ...mine, storefront: lens.storefront, language: lens.language } }
})
const nothingWords = computed(() =>
  filter.q || more.value
    ? 'No results.'
    : `Nothing to do in ${setup.storefrontName(lens.storefront)}, ${languageName(lens.language)}.`,
)
function showReturned() {
  filter.show = 'returned'
  filter.writer = String(session.me!.id)
}
watch(
  () => filter.show,
  (show) => {
    if (show !== 'returned') filter.writer = ''
  },
)
const { data: people } = useAnswer('translators', () => ({ query: { language: lens.language } }))
const at = useState('work-at', () => 0)
const { virtual, rows, reveal, selected, toggle, selectTo, clearSelection, walking, selecting } = useLineList(list, {
  at,
  keyOf: (w) => w.record,
})
watch([filter, () => lens.edition.id], () => {
  clearSelection()
  at.value = 0
  reveal(0)
})
const to = (w: WorkRecord) => ({
  path: `/translation/${segment(w.record)}`,
  query: { ...lens.query, ...(filter.page ? { page: filter.page } : {}) },
})
const open = (w: WorkRecord | undefined) => w && navigateTo(to(w))
const search = useTemplateRef<Focusable>('search')
const code = (w: WorkRecord) => w.record.slice(w.record.indexOf(':') + 1)
const more = ref([filter.page, filter.category, filter.campaign, filter.person, filter.due].some((v) => v !== ''))
useKeys('Translation', [
  { keys: '/', does: 'Search', run: () => search.value?.focus() },
  ...walking,
  ...selecting,
  { keys: 'Enter', does: 'Translate', run: () => void open(list.row(at.value)) },
])
</script>

<template>
  <div class="page">
    <PageHead stage="translation" title="Translation">
      <template #line
        ><span v-if="!lens.sameLanguage && list.count.value !== undefined" role="status"
          >into {{ languageName(lens.language) }}: <b class="text-ink">{{ numberShown(total.missing) }}</b> of
          {{ countShown(total.texts, 'text') }} missing, <b class="text-ink">{{ numberShown(total.stale) }}</b> stale,
          <b class="text-ink">{{ numberShown(total.unread) }}</b> not confirmed,
          <b class="text-ink">{{ numberShown(total.toReview) }}</b> to review</span
        ></template
      >
    </PageHead>
    <SourceNotice v-if="lens.sameLanguage" />
    <template v-else>
      <div class="flex flex-wrap items-center gap-2.5 px-5 pb-2 pt-2">
        <TextField
          ref="search"
          v-model="filter.q"
          placeholder="SKU, code or name"
          type="search"
          class="w-48"
          label="Search by SKU, code or name"
        />
        <SelectField
          v-model="filter.show"
          label="Show"
          :options="[
            option('open', 'to translate'),
            option('missing', 'missing'),
            option('stale', 'stale'),
            option('unread', 'machine, not confirmed'),
            option('returned', 'returned'),
            option('to-review', 'to review'),
            option('all', 'everything'),
          ]"
        />
        <SelectField v-model="filter.kinds" label="Kind" :options="kinds.map(([k, words]) => option(k, words))" />
        <button type="button" class="plain min-h-6" :aria-expanded="more" @click="more = !more">
          {{ more ? 'Fewer filters' : 'More filters' }}
        </button>
        <button v-if="selected.size" type="button" class="plain ml-auto min-h-6" @click="clearSelection">
          {{ selected.size }} selected: clear
        </button>
        <div v-if="more" class="flex w-full flex-wrap items-center gap-2.5">
          <TextField
            v-model.lazy="filter.page"
            placeholder="texts of a page: SKU"
            class="w-44"
            label="All texts that the page of a product uses, by its SKU"
          />
          <SelectField
            v-model="filter.category"
            class="w-40"
            label="Category"
            :options="[
              option('', 'all categories'),
              ...[...setup.categories.values()].map((c) => option(c.code, setup.label(c.names, c.code))),
            ]"
          />
          <SelectField
            v-model="filter.campaign"
            class="w-40"
            label="Campaign"
            :options="[option('', 'all campaigns'), ...byRecord(setup.campaigns.values())]"
          />
          <SelectField
            v-model="filter.person"
            class="w-40"
            label="Assigned to"
            :options="[option('', 'anyone'), ...(people?.items ?? []).map((p) => option(String(p.id), p.name))]"
          />
          <label class="text-ink2">due by<DateField v-model="filter.due" class="ml-1.5" /></label>
        </div>
      </div>
      <p
        v-if="returned?.count && filter.writer === ''"
        class="flex flex-wrap gap-x-3 border-t border-hair2 bg-madderwash px-5 py-1.5"
        role="status"
      >
        <b class="font-semibold">Returned to you:</b>
        <NuxtLink v-for="w in returned.items" :key="w.record" class="underline" :to="to(w)">{{ w.title }}</NuxtLink>
        <button type="button" class="plain" @click="showReturned">
          {{ returned.count > returned.items.length ? `Show all ${numberShown(returned.count)}` : 'Show in the list' }}
        </button>
      </p>
      <WorkTools :asked="inBody" :count="list.count.value ?? 0" :selected="[...selected]" @done="list.refresh()" />
      <p v-if="list.problem.value" class="px-5 py-2 text-madder" role="alert">{{ list.problem.value.sentence }}</p>
      <div
        ref="scroller"
        class="page-body"
        tabindex="0"
        role="grid"
        aria-label="Texts to translate"
        aria-multiselectable="true"
        :aria-rowcount="list.count.value ?? 0"
        :aria-activedescendant="list.row(at) ? `work-${at}` : undefined"
      >
        <div class="list-line head sticky top-0 z-10 bg-sheet" role="row">
          <span role="columnheader"><span class="sr-only">Selected</span></span
          ><span role="columnheader">Record</span><span role="columnheader">Code</span
          ><span role="columnheader">Assigned to</span><span role="columnheader" class="text-right">Texts</span
          ><span role="columnheader" class="text-right">Missing</span
          ><span role="columnheader" class="text-right">Stale</span
          ><span role="columnheader" class="text-right">Machine</span
          ><span role="columnheader" class="text-right">Returned</span
          ><span role="columnheader" class="text-right">To review</span>
        </div>
        <div v-if="list.count.value === 0" role="row">
          <div role="gridcell">
            <EmptyState>{{ nothingWords }}</EmptyState>
          </div>
        </div>
        <div class="relative" role="presentation" :style="{ height: `${virtual.getTotalSize()}px` }">
          <div
            v-for="v in rows"
            :id="`work-${v.index}`"
            :key="v.index"
            class="list-line absolute inset-x-0 top-0"
            :class="{ current: v.index === at }"
            role="row"
            :aria-rowindex="v.index + 1"
            :aria-selected="selected.has(list.row(v.index)?.record ?? '')"
            :style="{ transform: `translateY(${v.start}px)` }"
            @click="at = v.index"
            @dblclick="open(list.row(v.index))"
          >
            <template v-if="list.row(v.index)">
              <span role="gridcell"
                ><CheckBox
                  tabindex="-1"
                  @click.stop="$event.shiftKey ? selectTo(v.index) : toggle(list.row(v.index))"
                  :model-value="selected.has(list.row(v.index)!.record)"
                  :label="`Select ${list.row(v.index)!.title}`"
              /></span>
              <span role="gridcell" class="inline-row truncate"
                ><img
                  v-if="kindOf(list.row(v.index)!.record) === 'media'"
                  :src="pictureUrl(code(list.row(v.index)!))"
                  alt=""
                  width="22"
                  height="22"
                  class="h-[22px] w-[22px] object-cover"
                /><NuxtLink class="hover:underline" :to="to(list.row(v.index)!)">{{
                  list.row(v.index)!.title
                }}</NuxtLink
                ><small class="ml-2 text-ink3">{{ kindWords[kindOf(list.row(v.index)!.record)] }}</small></span
              >
              <span role="gridcell" class="code truncate">{{ code(list.row(v.index)!) }}</span>
              <span role="gridcell" class="truncate text-ink2"
                >{{ list.row(v.index)!.person
                }}<template v-if="list.row(v.index)!.due"
                  >, {{ shortDayShown(list.row(v.index)!.due!) }}</template
                ></span
              >
              <span role="gridcell" class="text-right text-ink2">{{ list.row(v.index)!.texts }}</span>
              <span
                role="gridcell"
                class="text-right"
                :class="{ 'text-madder font-semibold': list.row(v.index)!.missing }"
                >{{ list.row(v.index)!.missing || '–' }}</span
              >
              <span
                role="gridcell"
                class="text-right"
                :class="{ 'text-ochre font-semibold': list.row(v.index)!.stale }"
                >{{ list.row(v.index)!.stale || '–' }}</span
              >
              <span role="gridcell" class="text-right" :class="{ 'text-ochre': list.row(v.index)!.unread }">{{
                list.row(v.index)!.unread || '–'
              }}</span>
              <span
                role="gridcell"
                class="text-right"
                :class="{ 'text-madder font-semibold': list.row(v.index)!.returned }"
                >{{ list.row(v.index)!.returned || '–' }}</span
              >
              <span role="gridcell" class="text-right text-ink2">{{ list.row(v.index)!.toReview || '–' }}</span>
            </template>
            <span v-else role="gridcell" class="text-ink3">…</span>
          </div>
        </div>
      </div>
    </template>
  </div>
</template>

<style scoped>
.list-line {
  grid-template-columns: 18px minmax(150px, 1fr) 130px 120px 46px 60px 46px 64px 68px 74px;
  column-gap: 12px;
}
</style>
