<script setup lang="ts">
import type { SavedBody } from '@contracts/saved'
import type { SheetRow } from '@contracts/sheet'
import type { SelectedRows } from '~/components/sheet/selectedRows'
import { parseSheetColumn, type SheetColumn } from '@core/sheet/columns'
import { columnLabel } from '~/components/sheet/columnWords'
import type { SheetView } from '~/components/sheet/sheetView'
import type SheetGrid from '~/components/sheet/SheetGrid.vue'

const lens = useLensStore()
const setup = useSetupStore()
const session = useSessionStore()
const { focus } = useProofFocus()
useProofPlace()
const { filter, query, condition, where, words, active, clear } = useCatalogueFilter()
const count = ref<number>()

/** What the sheet shows, as it was left last. */
const shown = useLocalStorage<SheetView>(
  'inkloom:sheet',
  { columns: ['category', 'price@', 'stock', 'status', 'summary'], members: 'parents', beside: '' },
  { mergeDefaults: true },
)
/** The editions that the chosen one can be compared with. */
const otherEditions = computed(() =>
  lens.editions
    .filter((e) => e.id !== lens.edition.id)
    .map((e) => option(e.id, setup.editionName(e.storefront, e.language))),
)
const other = computed(() => lens.editions.find((e) => e.id === shown.value.beside && e.id !== lens.edition.id))
const columns = computed(() =>
  shown.value.columns.flatMap((id): SheetColumn[] => {
    const column = parseSheetColumn(id === 'price@' ? `price@${lens.storefront}` : id, setup.forCore)
    if (typeof column === 'string') return []
    // Beside each text stands the same in the other edition.
    const inOther =
      other.value &&
      column.kind === 'attribute' &&
      column.edition === null &&
      (column.attribute.translatable || column.attribute.perStorefront)
        ? parseSheetColumn(`${id}@${other.value.id}`, setup.forCore)
        : undefined
    return inOther && typeof inOther !== 'string' ? [column, inOther] : [column]
  }),
)
const label = (id: string) => {
  const column = parseSheetColumn(id === 'price@' ? `price@${lens.storefront}` : id, setup.forCore)
  return typeof column === 'string'
    ? id
    : columnLabel(column, setup) +
        (column.kind === 'attribute' && column.edition ? ` (${column.edition.language})` : '')
}
const choosing = ref(false)
const content = () => ({
  columns: shown.value.columns,
  members: shown.value.members,
  beside: shown.value.beside,
  sort: shown.value.sort ?? null,
  filter: { ...filter },
})
function takeView(saved: SavedBody['content']) {
  const view = saved as ReturnType<typeof content>
  const { columns: ids, members, beside, sort } = view
  shown.value = { columns: ids, members, beside, sort }
  Object.assign(filter, view.filter)
}

const sort = computed({
  get: () => shown.value.sort ?? null,
  set: (by) => {
    shown.value = { ...shown.value, sort: by }
  },
})
const building = ref(Boolean(filter.where))
const rule = useRuleFilter(where)
const grid = useTemplateRef<InstanceType<typeof SheetGrid>>('grid')
const current = shallowRef<SheetRow>()
watch(current, (r) => {
  focus.value = r?.sku ?? null
})
onBeforeUnmount(() => {
  focus.value = null
})
const selected = shallowRef<SelectedRows>()
const open = (sku: string | undefined) => {
  if (sku) void navigateTo(`/catalogue/${segment(sku)}`)
}
/** Goes where something is done with what is selected, or all that is found. */
async function withMany(path: string) {
  if (!session.mayEdit) return
  const m = selected.value
  if (!m || m.rows < 2 || m.rows >= (count.value ?? 0)) return navigateTo({ path, query: query.value })
  if (m.rows > 300)
    return tellProblem(
      new ApiProblem({
        title: 'Too many rows selected',
        status: 422,
        detail: 'Up to 300 selected rows can be used. For more, filter the list and select a single row.',
      }),
    )
  return navigateTo({
    path,
    query: { where: JSON.stringify({ field: 'sku', is: 'one-of', value: await m.skusForRules() }) },
  })
}
/** More than one row is selected: what acts on the selection is offered. */
const chosenMany = computed(() => (selected.value?.rows ?? 0) > 1)
/** What is done with all that is found; with what is selected, at the foot. */
const menu = computed(() => {
  const all = count.value === undefined ? '' : `all ${numberShown(count.value)}`
  if (!session.mayEdit || chosenMany.value) return []
  return [
    { id: 'bulk-edit', label: 'Bulk edit', note: all, run: () => withMany('/catalogue/change') },
    { id: 'draft', label: 'Draft texts', note: all, run: () => withMany('/review/run') },
  ]
})
/** The products that somebody is asked about before they are deleted. */
const toDelete = shallowRef<string[]>()
async function askToDelete() {
  toDelete.value = await selected.value?.skus()
}
/** Shows the products of a named list, in place of other conditions. */
function showList(code: string) {
  where.value = { field: 'list', is: 'equals', value: code }
}
const saving = ref(false)
async function saveList(format: 'csv' | 'xlsx' | 'jsonl', all: boolean) {
  saving.value = true
  try {
    const chosen = [
      'sku',
      ...columns.value.map((c) =>
        c.kind === 'attribute' && c.attribute.translatable
          ? `${c.attribute.code}@/${c.edition?.language ?? lens.language}`
          : c.kind === 'attribute'
            ? c.attribute.code
            : c.id,
      ),
    ]
    await download('exportProducts', {
      body: {
        format,
        filter: condition.value,
        lens: { storefront: lens.storefront },
        ...(all ? {} : { columns: [...new Set(chosen)] }),
      },
    })
  } catch (e) {
    tellProblem(e)
  } finally {
    saving.value = false
  }
}
const search = useTemplateRef<Focusable>('search')
const status = computed(() => grid.value?.writes)
useKeys('Catalogue', [
  { keys: '/', does: 'Search', run: () => search.value?.focus() },
  { keys: 'Arrows', does: 'Move between cells; with Shift, select a block' },
  { keys: 'Enter', does: 'Edit the cell, or, once you have moved to it, just type; Esc cancels' },
  { keys: 'Ctrl+Enter', does: 'Open the product' },
  { keys: 'Ctrl+C', does: 'Copy the block, for here or a spreadsheet; Ctrl+V pastes one' },
  { keys: 'Ctrl+D', does: 'Fill down from the first selected row' },
  { keys: 'Delete', does: 'Clear the selected cells' },
  { keys: 'Ctrl+Z', does: 'Undo the last change; Ctrl+Y redoes it' },
  { keys: 'o', does: 'Sort by the column of the cell: up, down, by SKU', run: () => grid.value?.sortHere() },
  { keys: '>', does: 'Widen the column', run: () => grid.value?.widen(24) },
  { keys: '<', does: 'Narrow the column', run: () => grid.value?.widen(-24) },
  {
    keys: 'k',
    does: 'Choose columns',
    run: () => {
      choosing.value = true
    },
  },
  {
    keys: 'f',
    does: 'Filters',
    run: () => {
      building.value = !building.value
    },
  },
  { keys: 's', does: 'Export the products found', run: () => void saveList('csv', true) },
  {
    keys: 'c',
    does: 'Bulk edit the selection, or all products found',
    run: () => void withMany('/catalogue/change'),
  },
  { keys: 'r', does: 'Draft texts for the selection, or all products found', run: () => void withMany('/review/run') },
  {
    keys: 'n',
    does: 'New product',
    run: () => {
      if (session.mayEdit) void navigateTo('/catalogue/new')
    },
  },
])
onMounted(() => grid.value?.focus())
</script>

<template>
  <div class="page">
    <PageHead stage="catalogue" title="Catalogue" :menu="menu">
      <template #line>
        <span role="status"
          ><b class="font-semibold text-ink">{{ count === undefined ? '…' : numberShown(count) }}</b>
          {{ shown.members === 'variants' ? 'variants' : 'products' }}{{ active ? ' found' : '' }}</span
        >
      </template>
      <template #actions>
        <NuxtLink v-if="session.mayEdit" to="/catalogue/new" class="act"
          >New product <span class="key">n</span></NuxtLink
        >
        <SaveMenu :busy="saving" :disabled="!count" @save="saveList" />
      </template>
      <template #controls
        ><div class="cluster min-w-0 flex-1" role="search">
          <ProductSearch ref="search" v-model="filter.q" class="w-40" @keydown.enter.prevent="grid?.focus()" />
          <CatalogueFilterFields :model-value="filter" />
          <button class="plain" type="button" :aria-expanded="building" @click="building = !building">
            {{ where ? 'Filters on' : 'Filters' }}
          </button>
          <ListPanel
            :selected="chosenMany ? selected : undefined"
            :found="count ?? 0"
            :filter="condition"
            :lens="lens.body"
            :may-edit="session.mayEdit"
            @show="showList"
          />
          <ViewPanel
            v-model="shown"
            :editions="otherEditions"
            :content="content"
            @columns="choosing = true"
            @take="takeView"
          />
          <button v-if="active" class="plain" type="button" @click="clear">Show all</button>
        </div></template
      >
    </PageHead>
    <DeletePanel
      v-if="toDelete"
      class="mx-5 mb-3"
      :which="{ skus: toDelete }"
      :what="countShown(toDelete.length, 'product')"
      :changed="() => grid?.renew()"
      @cancel="toDelete = undefined"
      @deleted="toDelete = undefined"
    />
    <div v-if="building" class="max-h-[34vh] overflow-auto border-t border-hair px-5 py-2">
      <p v-if="words" class="pb-1.5 text-ink2">{{ words }}</p>
      <LazyConditionGroup v-model="rule" />
    </div>
    <p class="phone-only px-3 pb-2 text-ink2">The sheet needs a wider window. Products open as usual.</p>
    <SheetGrid
      ref="grid"
      v-model:sort="sort"
      class="border-t border-hair2"
      :columns="columns"
      :filter="condition"
      :members="shown.members"
      :readonly="!session.mayEdit && !session.mayTranslate(lens.language)"
      @current="current = $event"
      @selected="selected = $event"
      @open="open"
      @count="count = $event"
      ><template #empty
        >No products found. <button class="plain" type="button" @click="clear">Show all</button> or
        <NuxtLink class="plain" to="/catalogue/import">import products</NuxtLink>.</template
      ></SheetGrid
    >
    <p v-if="chosenMany && selected" class="selection-bar" role="status" aria-label="Selection">
      <b class="font-semibold">{{ numberShown(selected.rows) }} selected</b>
      <template v-if="session.mayEdit">
        <button class="plain" type="button" @click="withMany('/catalogue/change')">Bulk edit</button>
        <button class="plain" type="button" @click="withMany('/review/run')">Draft texts</button>
        <button class="plain" type="button" @click="askToDelete">Delete</button>
      </template>
    </p>
    <p
      v-if="status && (status.refusedCount || status.steps.length)"
      class="flex items-center gap-4 border-t border-hair2 px-5 py-1 text-[12.5px]"
      role="status"
    >
      <span v-if="status.refusedCount" class="text-madder"
        >{{ status.refusedCount }} {{ status.refusedCount === 1 ? 'cell was' : 'cells were' }} rejected and left as
        {{ status.refusedCount === 1 ? 'it was' : 'they were' }}.<b v-if="grid?.reason" class="font-semibold">
          {{ grid.reason }}</b
        ><template v-else> Select one to see why.</template> {{ ' '
        }}<button class="plain" type="button" @click="status.forget">Dismiss</button></span
      ><span v-if="status.steps.length" class="ml-auto text-ink2"
        >Last: {{ status.steps.at(-1)!.cells }} {{ status.steps.at(-1)!.cells === 1 ? 'value' : 'values' }} written.
        <button class="plain" type="button" :disabled="status.undoing" @click="status.undo">
          Undo <span class="key">Ctrl Z</span>
        </button></span
      >
    </p>
    <ColumnChooser v-model="choosing" v-model:columns="shown.columns" :filter="condition" :label="label" />
  </div>
</template>
