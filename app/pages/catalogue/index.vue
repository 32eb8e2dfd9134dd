<script setup lang="ts">
import { useVirtualizer } from '@tanstack/vue-virtual'
import { countsAsPresent } from '@core/language/chain'
import { formatMoney } from '@core/units/format'

interface Row { sku: string; name: string | null; nameLanguage: string | null; type: string; category: string | null; brand: string | null; status: string; gtin: string | null; stock: number | null; price: number | null; variants: number; picture: string | null }

const lens = useLensStore()
const setup = useSetupStore()
const session = useSessionStore()
const { focus } = useProofFocus()
const { filter, query, condition } = useCatalogueFilter()

const list = usePages<Row>(async (offset, limit, signal) => get('/api/products', { ...filter, offset, limit, storefront: lens.storefront, language: lens.language }, signal), () => [{ ...filter }, lens.edition.id])
const scroller = useTemplateRef<HTMLElement>('scroller')
const virtual = useVirtualizer(computed(() => ({ count: list.count.value ?? 0, getScrollElement: () => scroller.value, estimateSize: () => 33, overscan: 12 })))
const rows = computed(() => virtual.value.getVirtualItems())
watch(rows, (r) => { if (r.length) list.show(r[0]!.index, r.at(-1)!.index) })

const edition = computed(() => setup.storefronts.find((s) => s.code === lens.storefront)?.editions.find((e) => e.language === lens.language))
const falls = (r: Row) => r.nameLanguage !== null && edition.value && !countsAsPresent(edition.value, r.nameLanguage)
const currency = computed(() => setup.storefronts.find((s) => s.code === lens.storefront)?.currency ?? 'GBP')
const category = (code: string | null) => (code ? setup.label(setup.categories.get(code)?.names, code) : '')
const depth = (code: string | null): number => (code && setup.categories.get(code)?.parent ? 1 + depth(setup.categories.get(code)!.parent) : 0)

const at = ref(0)
const current = computed(() => list.row(at.value))
watch(current, (r) => { focus.value = r?.sku ?? null }, { immediate: true })
onBeforeUnmount(() => { focus.value = null })
function move(to: number) {
  at.value = Math.max(0, Math.min((list.count.value ?? 1) - 1, to))
  virtual.value.scrollToIndex(at.value)
}
const open = (sku: string | undefined) => sku && navigateTo(`/catalogue/${segment(sku)}`)
const saving = ref(false)
async function saveList() {
  saving.value = true
  try {
    await askForFile('/api/exports', { format: 'csv', filter: condition.value, lens: { storefront: lens.storefront } })
  } catch (e) {
    tellProblem(e)
  } finally {
    saving.value = false
  }
}
const search = useTemplateRef<HTMLInputElement>('search')
useKeys('Catalogue', [
  { keys: '/', does: 'Search', run: () => search.value?.focus() },
  { keys: 'ArrowDown', does: 'Next product', run: () => move(at.value + 1) },
  { keys: 'ArrowUp', does: 'Product before', run: () => move(at.value - 1) },
  { keys: 'PageDown', does: 'A page on', run: () => move(at.value + 15) },
  { keys: 'PageUp', does: 'A page back', run: () => move(at.value - 15) },
  { keys: 's', does: 'Save what is found as a file', run: () => void saveList() },
  { keys: 'c', does: 'Change many: all that is found', run: () => void (session.mayEdit && navigateTo({ path: '/catalogue/change', query: query.value })) },
  { keys: 'Enter', does: 'Open the product', run: () => void open(current.value?.sku) },
])
</script>

<template>
  <div class="flex h-full flex-col">
    <div class="flex flex-wrap items-baseline gap-x-3 gap-y-2 px-5 pb-2 pt-3.5">
      <h1>Catalogue</h1>
      <span class="text-ink2" role="status"><b class="font-semibold text-ink">{{ list.count.value?.toLocaleString('en-GB') ?? '…' }}</b> products{{ filter.q || filter.type || filter.category || filter.status ? ' found' : '' }}</span>
      <button class="act ml-auto" type="button" :disabled="saving || !list.count.value" @click="saveList">{{ saving ? 'Writing the file …' : 'Save as a file' }}</button>
      <NuxtLink v-if="session.mayEdit" :to="{ path: '/catalogue/change', query }" class="act">Change many</NuxtLink>
      <NuxtLink to="/catalogue/import" class="act">Import a file</NuxtLink>
    </div>
    <div class="flex flex-wrap items-center gap-2.5 px-5 pb-2.5" role="search">
      <input ref="search" v-model="filter.q" class="field w-56" type="search" placeholder="SKU, name or GTIN" aria-label="Search by SKU, name or GTIN" @keydown.down.prevent="($event.target as HTMLElement).blur()" @keydown.enter.prevent="open(list.row(0)?.sku)">
      <select v-model="filter.type" class="field" aria-label="Product type"><option value="">Every type</option><option v-for="t in setup.types.values()" :key="t.code" :value="t.code">{{ setup.label(t.labels, t.code) }}</option></select>
      <select v-model="filter.category" class="field" aria-label="Category"><option value="">Every category</option><option v-for="c in setup.categories.values()" :key="c.code" :value="c.code">{{ '\u2003'.repeat(depth(c.code)) }}{{ category(c.code) }}</option></select>
      <select v-model="filter.status" class="field" aria-label="Status"><option value="">Any status</option><option v-for="s in ['draft', 'active', 'disabled']" :key="s" :value="s">{{ s }}</option></select>
      <button v-if="filter.q || filter.type || filter.category || filter.status" class="plain" type="button" @click="Object.assign(filter, { q: '', type: '', category: '', status: '' })">Show all</button>
    </div>
    <p v-if="list.problem.value" class="px-5 py-2 text-madder" role="alert">{{ list.problem.value.sentence }}</p>
    <div ref="scroller" class="list min-h-0 flex-1 overflow-auto border-t border-hair2 bg-sheet" tabindex="0" role="grid" aria-label="Products" :aria-rowcount="list.count.value ?? 0" :aria-activedescendant="current ? `row-${at}` : undefined">
      <div class="row head sticky top-0 z-10 bg-sheet" role="row"><span role="columnheader"><span class="sr-only">Picture</span></span><span role="columnheader">Name</span><span role="columnheader">SKU</span><span role="columnheader" class="wide">Category</span><span role="columnheader" class="text-right">Price</span><span role="columnheader">Status</span></div>
      <div v-if="list.count.value === 0" class="p-10 text-center text-ink2" role="row"><span role="gridcell"><LoomMark :size="40" class="mx-auto mb-3 opacity-60" />No product fits. <button class="plain" type="button" @click="Object.assign(filter, { q: '', type: '', category: '', status: '' })">Show all</button> or <NuxtLink class="plain" to="/catalogue/import">import a file</NuxtLink>.</span></div>
      <div class="relative" role="presentation" :style="{ height: `${virtual.getTotalSize()}px` }">
        <div v-for="v in rows" :id="`row-${v.index}`" :key="v.index" class="row absolute inset-x-0 top-0" :class="{ current: v.index === at }" role="row" :aria-rowindex="v.index + 1" :aria-selected="v.index === at" :style="{ transform: `translateY(${v.start}px)` }" @click="at = v.index" @dblclick="open(list.row(v.index)?.sku)">
          <template v-if="list.row(v.index)">
            <span role="gridcell"><img v-if="list.row(v.index)!.picture" :src="`/api/media/${list.row(v.index)!.picture}`" alt="" width="26" height="26" loading="lazy"></span>
            <span role="gridcell" class="truncate"><NuxtLink class="hover:underline" :class="{ 'from-fallback': falls(list.row(v.index)!) }" :lang="list.row(v.index)!.nameLanguage ?? undefined" :to="`/catalogue/${segment(list.row(v.index)!.sku)}`">{{ list.row(v.index)!.name ?? 'No name' }}</NuxtLink><small v-if="falls(list.row(v.index)!)" class="ml-2 text-ochre">only in {{ list.row(v.index)!.nameLanguage }}</small><small v-if="list.row(v.index)!.variants" class="ml-2 text-ink3">{{ list.row(v.index)!.variants }} variants</small></span>
            <span role="gridcell" class="code truncate">{{ list.row(v.index)!.sku }}</span>
            <span role="gridcell" class="wide truncate text-ink2">{{ category(list.row(v.index)!.category) }}</span>
            <span role="gridcell" class="text-right">{{ list.row(v.index)!.price === null ? '' : formatMoney(list.row(v.index)!.price!, currency, lens.language) }}</span>
            <span role="gridcell" :class="list.row(v.index)!.status === 'active' ? 'text-ink2' : 'text-ochre'">{{ list.row(v.index)!.status }}</span>
          </template>
          <span v-else role="gridcell" class="text-ink3">…</span>
        </div>
      </div>
    </div>
  </div>
</template>

<style scoped>
.row { display: grid; grid-template-columns: 34px minmax(160px, 1fr) 120px 130px 92px 62px; column-gap: 12px; align-items: center; height: 33px; padding: 0 20px; border-bottom: 1px solid var(--hair); }
/* Beside the open proof on a small screen there is no room for the category. */
.list { container-type: inline-size; }
@container (max-width: 700px) {
  .row { grid-template-columns: 34px minmax(120px, 1fr) 96px 92px 62px; }
  .wide { display: none; }
}
.row.head { height: 28px; font-weight: 600; font-size: 12.5px; border-bottom-color: var(--hair-strong); }
.row.current { background: var(--indigo-wash); }
</style>
