<script setup lang="ts">
import { useVirtualizer } from '@tanstack/vue-virtual'

interface Work { record: string; title: string; texts: number; missing: number; stale: number; unread: number }

const lens = useLensStore()
const setup = useSetupStore()
const filter = reactive({ q: '', show: 'open' as 'open' | 'stale' | 'all' })
const total = ref({ missing: 0, stale: 0, unread: 0 })
const list = usePages<Work>(async (offset, limit, signal) => {
  if (lens.sameLanguage) return { items: [], count: 0 }
  const page = await get<{ items: Work[]; count: number; total: typeof total.value }>('/api/translations/work', { ...filter, offset, limit, storefront: lens.storefront, language: lens.language }, signal)
  total.value = page.total
  return page
}, () => [{ ...filter }, lens.edition.id])
const scroller = useTemplateRef<HTMLElement>('scroller')
const virtual = useVirtualizer(computed(() => ({ count: list.count.value ?? 0, getScrollElement: () => scroller.value, estimateSize: () => 33, overscan: 12 })))
const rows = computed(() => virtual.value.getVirtualItems())
watch(rows, (r) => { if (r.length) list.show(r[0]!.index, r.at(-1)!.index) })
const at = ref(0)
function move(to: number) {
  at.value = Math.max(0, Math.min((list.count.value ?? 1) - 1, to))
  virtual.value.scrollToIndex(at.value)
}
const open = (w: Work | undefined) => w && navigateTo(`/translation/${segment(w.record)}`)
const search = useTemplateRef<HTMLInputElement>('search')
const number = (n: number) => n.toLocaleString('en-GB')
const code = (w: Work) => w.record.slice(w.record.indexOf(':') + 1)
useKeys('Translation', [
  { keys: '/', does: 'Search', run: () => search.value?.focus() },
  { keys: 'ArrowDown', does: 'Next', run: () => move(at.value + 1) },
  { keys: 'ArrowUp', does: 'The one before', run: () => move(at.value - 1) },
  { keys: 'Enter', does: 'Translate it', run: () => void open(list.row(at.value)) },
])
</script>

<template>
  <div class="flex h-full flex-col">
    <div class="flex items-baseline gap-4 px-5 pt-3.5"><h1>Translation</h1>
      <span v-if="!lens.sameLanguage && list.count.value !== undefined" class="text-ink2">into {{ languageName(lens.language) }}: <b class="text-ink">{{ number(total.missing) }}</b> texts missing, <b class="text-ink">{{ number(total.stale) }}</b> stale, <b class="text-ink">{{ number(total.unread) }}</b> not reviewed</span></div>
    <SourceNotice v-if="lens.sameLanguage" />
    <template v-else>
      <div class="flex flex-wrap gap-2.5 px-5 pb-2.5 pt-2">
        <input ref="search" v-model="filter.q" type="search" class="field w-56" placeholder="SKU or name" aria-label="Search by SKU or name">
        <select v-model="filter.show" class="field" aria-label="What is shown"><option value="open">missing or stale</option><option value="stale">stale only</option><option value="all">everything</option></select>
      </div>
      <p v-if="list.problem.value" class="px-5 py-2 text-madder" role="alert">{{ list.problem.value.sentence }}</p>
      <div ref="scroller" class="min-h-0 flex-1 overflow-auto border-t border-hair2 bg-sheet" tabindex="0" role="grid" aria-label="Texts to translate" :aria-rowcount="list.count.value ?? 0" :aria-activedescendant="list.row(at) ? `work-${at}` : undefined">
        <div class="line head sticky top-0 z-10 bg-sheet" role="row"><span role="columnheader">Text of</span><span role="columnheader">Code</span><span role="columnheader" class="text-right">Texts</span><span role="columnheader" class="text-right">Missing</span><span role="columnheader" class="text-right">Stale</span><span role="columnheader" class="text-right">Not reviewed</span></div>
        <div v-if="list.count.value === 0" class="p-10 text-center text-ink2" role="row"><span role="gridcell"><LoomMark :size="40" class="mx-auto mb-3 opacity-60" />{{ filter.q ? 'Nothing is called that here.' : `Nothing is ${filter.show === 'stale' ? 'stale' : 'missing or stale'} in ${setup.storefrontName(lens.storefront)}, ${languageName(lens.language)}.` }}</span></div>
        <div class="relative" role="presentation" :style="{ height: `${virtual.getTotalSize()}px` }">
          <div v-for="v in rows" :id="`work-${v.index}`" :key="v.index" class="line absolute inset-x-0 top-0" :class="{ current: v.index === at }" role="row" :aria-rowindex="v.index + 1" :aria-selected="v.index === at" :style="{ transform: `translateY(${v.start}px)` }" @click="at = v.index" @dblclick="open(list.row(v.index))">
            <template v-if="list.row(v.index)">
              <span role="gridcell" class="truncate"><NuxtLink class="hover:underline" :to="`/translation/${segment(list.row(v.index)!.record)}`">{{ list.row(v.index)!.title }}</NuxtLink><small v-if="list.row(v.index)!.record.startsWith('piece:')" class="ml-2 text-ink3">piece</small></span>
              <span role="gridcell" class="code truncate">{{ code(list.row(v.index)!) }}</span>
              <span role="gridcell" class="text-right text-ink2">{{ list.row(v.index)!.texts }}</span>
              <span role="gridcell" class="text-right" :class="{ 'text-madder font-semibold': list.row(v.index)!.missing }">{{ list.row(v.index)!.missing || '–' }}</span>
              <span role="gridcell" class="text-right" :class="{ 'text-ochre font-semibold': list.row(v.index)!.stale }">{{ list.row(v.index)!.stale || '–' }}</span>
              <span role="gridcell" class="text-right text-ink2">{{ list.row(v.index)!.unread || '–' }}</span>
            </template>
            <span v-else role="gridcell" class="text-ink3">…</span>
          </div>
        </div>
      </div>
    </template>
  </div>
</template>

<style scoped>
.line { display: grid; grid-template-columns: minmax(160px, 1fr) 140px 60px 70px 60px 100px; column-gap: 12px; align-items: center; height: 33px; padding: 0 20px; border-bottom: 1px solid var(--hair); }
.line.head { height: 28px; font-weight: 600; font-size: 12.5px; border-bottom-color: var(--hair-strong); }
.line.current { background: var(--indigo-wash); }
</style>
