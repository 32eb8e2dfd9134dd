<script setup lang="ts">
import type { Coverage } from '@contracts/coverage'
import { areaName } from '@core/assignments/areas'
import { capitalised } from '@core/language/letters'
import { cellKey, shareFilled, sumCells, type Counted } from '@core/page/coverage'

const lens = useLensStore()
const setup = useSetupStore()
const { focus, open } = useProofFocus()
onBeforeUnmount(() => {
  focus.value = null
})
const only = ref('')
const counted = ref<Counted>('parts')
const { result, failure, busy, start } = useJobResult<Coverage>()
const count = () => start(() => call('coverage', { body: { storefronts: only.value ? [only.value] : [] } }))
/** Whether anything stands in an area on some page, or should. */
function isInUse({ rows, editions }: Coverage, area: string): boolean {
  return rows.some((row) =>
    editions.some((e) => {
      const cell = row.cells[cellKey(`${e.storefront}/${e.language}`, area)]
      return cell !== undefined && ((shareFilled(cell, counted.value) ?? 0) > 0 || cell.gaps > 0 || cell.surplus > 0)
    }),
  )
}
const areas = computed(() => {
  const all = result.value
  if (!all) return []
  return all.areas
    .filter((a) => isInUse(all, a.area))
    .map((a) => ({ area: a.area, title: capitalised(areaName(a.area, [a])) }))
})
const chosen = ref<string | null>(null)
const edition = computed(
  () =>
    chosen.value?.split(' ')[0] ??
    (result.value?.editions.some((e) => `${e.storefront}/${e.language}` === lens.edition.id)
      ? lens.edition.id
      : result.value?.editions[0] && `${result.value.editions[0].storefront}/${result.value.editions[0].language}`) ??
    '',
)
const editionShown = computed(() => {
  const [storefront, language] = edition.value.split('/') as [string, string]
  return setup.editionName(storefront, language)
})
const table = computed(() =>
  (result.value?.rows ?? []).map((r) => ({
    type: r.type,
    products: r.products,
    cells: areas.value.map((a) => ({ area: a.area, cell: r.cells[cellKey(edition.value, a.area)] })),
  })),
)
const chosenCell = computed(() =>
  chosen.value && result.value ? sumCells(result.value.rows.map((r) => r.cells[chosen.value!])) : undefined,
)
const chosenArea = computed(() => areas.value.find((a) => a.area === chosen.value?.split(' ')[1])?.title ?? '')
/** The products of the chosen crossing, by what they have there: each leads to its page. */
const chosenProducts = computed(() => {
  const cell = chosenCell.value
  if (!cell) return []
  const { some, none } = cell.examples[counted.value]
  const [without, ...having] = cell[counted.value]
  const what = counted.value === 'pieces' ? 'a piece' : 'something'
  const withCount = having.reduce((sum, n) => sum + n, 0)
  return [
    { label: countShown(cell.gaps, 'gap'), tone: 'text-madder', skus: cell.gapSkus, count: cell.gaps },
    { label: `${numberShown(cell.surplus)} overfull`, tone: 'text-ochre', skus: cell.surplusSkus, count: cell.surplus },
    { label: `${numberShown(withCount)} with ${what}`, tone: '', skus: some, count: withCount },
    { label: `${numberShown(without)} without`, tone: '', skus: none, count: without },
  ].filter((line) => line.count > 0)
})
const percent = (n: number | undefined) => (n === undefined ? '' : `${Math.round(n * 100)}%`)
function look(sku: string) {
  const [storefront] = edition.value.split('/')
  const found =
    lens.editions.find((e) => `${e.storefront}/${e.language}` === edition.value) ??
    lens.editions.find((e) => e.storefront === storefront)
  if (found) lens.set({ in: found.id })
  focus.value = sku
  open.value = true
}
useKeys('Coverage', [
  {
    keys: 'Ctrl+Enter',
    does: 'Count',
    always: true,
    run: () => {
      if (!busy.value) void count()
    },
  },
])
</script>

<template>
  <div class="page">
    <PageHead stage="assignments" title="Coverage">
      <template #line>What is shown where on the pages of all products, now, for any customer.</template>
      <template #controls>
        <form class="cluster flex-1" @submit.prevent="count">
          <label class="text-ink2"
            >In
            <SelectField
              as-written
              v-model="only"
              :options="[option('', 'every storefront'), ...byRecord(setup.storefronts)]"
          /></label>
          <label class="text-ink2"
            >Include
            <SelectField
              as-written
              v-model="counted"
              :options="[option('parts', 'all parts'), option('pieces', 'pieces only')]"
          /></label>
          <button class="act main" type="submit" :disabled="busy">
            {{ busy ? 'Counting …' : 'Count' }} <span class="opacity-70">Ctrl Enter</span>
          </button>
          <span v-if="result" class="ml-auto text-ink2" role="status"
            >{{ countShown(result.pages, 'page') }} of {{ countShown(result.products, 'product') }}</span
          >
        </form></template
      >
    </PageHead>
    <p v-if="failure" class="px-5 text-madder" role="alert">{{ failure }}</p>
    <div class="page-body padded" tabindex="0" aria-label="Coverage">
      <template v-if="result">
        <CoveragePicture
          :editions="result.editions"
          :areas="areas"
          :rows="result.rows"
          :counted="counted"
          :chosen="chosen"
          @choose="chosen = chosen === $event ? null : $event"
        />
        <p class="pt-1 text-[12px] text-ink2">
          Darker means more {{ counted === 'pieces' ? 'pieces' : 'parts' }} in that area: none, one, two, three, more.
          The width is the share of products. A slanted stitch marks a required area that is empty, a cross an area with
          too many parts.
        </p>
        <div v-if="chosenCell" class="mt-2 border-l-[3px] border-indigo pl-3" role="status">
          <p class="font-semibold">{{ editionShown }}, {{ chosenArea }}</p>
          <p v-for="l in chosenProducts" :key="l.label">
            <b class="font-semibold" :class="l.tone">{{ l.label }}</b>:
            <button v-for="s in l.skus" :key="s" type="button" class="code plain mr-2 min-h-6" @click="look(s)">
              {{ s }}</button><span v-if="l.count > l.skus.length" class="text-ink2"
              >and {{ numberShown(l.count - l.skus.length) }} more</span
            >
          </p>
        </div>
        <h2 class="pt-5">By product type: {{ editionShown }}</h2>
        <table class="mt-1 w-full text-left">
          <thead class="text-[12.5px]">
            <tr class="border-b border-hair2">
              <th class="py-1 pr-3">Product type</th>
              <th class="pr-4 text-right">Products</th>
              <th v-for="a in areas" :key="a.area" class="pr-4 text-right">{{ a.title }}</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="r in table" :key="r.type" class="border-b border-hair">
              <th class="py-1 pr-3 font-normal">
                <NuxtLink class="hover:underline" :to="{ path: '/catalogue', query: { type: r.type } }">{{
                  setup.label(setup.types.get(r.type)?.labels, r.type)
                }}</NuxtLink>
              </th>
              <td class="pr-4 text-right">{{ numberShown(r.products) }}</td>
              <td v-for="c in r.cells" :key="c.area" class="pr-4 text-right">
                <template v-if="c.cell"
                  >{{ percent(shareFilled(c.cell, counted))
                  }}<small v-if="c.cell.gaps" class="block text-madder">{{ countShown(c.cell.gaps, 'gap') }}</small
                  ><small v-if="c.cell.surplus" class="block text-ochre">{{ c.cell.surplus }} overfull</small></template
                >
              </td>
            </tr>
          </tbody>
        </table>
      </template>
      <EmptyState v-else
        >{{
          busy
            ? 'Counting every page …'
            : 'Count the parts of every page by area, product type and edition, with gaps and areas that have too many.'
        }}
      </EmptyState>
    </div>
  </div>
</template>
