<script setup lang="ts">
import type { FindingDocument } from '@contracts/readiness'
import { strands } from '@core/readiness/finding'

/** What was found in one crossing of the cloth, strand by strand, each with the way to where it is mended. */
const props = defineProps<{ sku: string; name: string; storefront: string; language: string; version: number }>()
const emit = defineEmits<{ close: []; only: [FindingDocument] }>()
const setup = useSetupStore()
const answer = useAnswer('productReadiness', () => ({ params: { sku: props.sku } }), { on: () => props.version })
const edition = computed(() =>
  answer.data.value?.editions.find((e) => e.storefront === props.storefront && e.language === props.language),
)
const strandWords: Record<string, string> = {
  facts: 'Facts',
  copy: 'Copy',
  language: 'Language',
  media: 'Media',
  content: 'Content',
}
const of = (strand: string) =>
  [
    ...(edition.value?.blockers.map((f) => ({ ...f, blocks: true })) ?? []),
    ...(edition.value?.remarks.map((f) => ({ ...f, blocks: false })) ?? []),
  ].filter((f) => f.strand === strand)
const summary = computed(() => {
  const e = edition.value
  if (!e) return ''
  const parts = [
    ...(e.blockers.length ? [countShown(e.blockers.length, 'blocker')] : []),
    ...(e.remarks.length ? [countShown(e.remarks.length, 'remark')] : []),
  ]
  if (e.blockers.length > 0) return `Not ready: ${parts.join(' and ')}.`
  return e.remarks.length > 0 ? `Ready, with ${parts[0]}.` : 'Ready. No findings.'
})
const liveWords = computed(() => {
  if (!edition.value) return ''
  return edition.value.live ? 'Shoppers get this page now.' : 'Shoppers do not get this page now.'
})
const placeOf = (f: FindingDocument) => findingPlace(f, props.sku, `${props.storefront}/${props.language}`)
const panel = useTemplateRef<HTMLElement>('panel')
const links = () => [...(panel.value?.querySelectorAll<HTMLElement>('a[data-finding]') ?? [])]
function key(e: KeyboardEvent) {
  if (e.key === 'Escape') emit('close')
  else if (e.key === 'ArrowDown' || e.key === 'ArrowUp') {
    const all = links()
    const next =
      all[
        (all.indexOf(document.activeElement as HTMLElement) + (e.key === 'ArrowDown' ? 1 : -1) + all.length) %
          all.length
      ]
    next?.focus()
  } else return
  e.preventDefault()
  e.stopPropagation()
}
/** The first finding, once there is one. */
async function focus() {
  if (answer.data.value === undefined) await answer.refresh()
  await nextTick()
  ;(links()[0] ?? panel.value)?.focus()
}
defineExpose({ focus })
</script>

<template>
  <aside
    ref="panel"
    tabindex="-1"
    class="flex w-[300px] shrink-0 flex-col overflow-auto border-l border-hair2 bg-sheet px-4 pb-6 pt-3 outline-none"
    aria-label="Findings"
    @keydown="key"
  >
    <p class="code flex items-center gap-1.5">
      {{ sku
      }}<IconButton
        icon="remove"
        class="ml-auto text-[15px] leading-none"
        label="Close the findings"
        @click="emit('close')"
      />
    </p>
    <h2>
      <NuxtLink
        class="hover:underline"
        :to="{ path: `/catalogue/${segment(sku)}`, query: { in: `${storefront}/${language}` } }"
        >{{ name }}</NuxtLink
      >
    </h2>
    <p class="pb-1 text-ink2" role="status">
      <span class="dot" :class="`thread-${storefront}`" /> {{ setup.editionName(storefront, language) }}.
      {{
        edition ? summary : answer.data.value?.due ? 'Being recalculated.' : answer.data.value ? 'Not sold here.' : '…'
      }}
      {{ liveWords }}
    </p>
    <section v-for="s in edition ? strands : []" :key="s" :aria-label="strandWords[s]">
      <h3 class="flex items-baseline justify-between pb-0.5 pt-2.5 text-[12.5px] font-semibold">
        {{ strandWords[s]
        }}<span class="font-normal text-ink2">{{
          edition!.strands[s].of === 0
            ? 'nothing required'
            : `${edition!.strands[s].passed} of ${edition!.strands[s].of}`
        }}</span>
      </h3>
      <ul>
        <li v-for="(f, i) in of(s)" :key="i" class="flex gap-2 border-b border-hair py-1.5">
          <FindingSign :blocks="f.blocks" aria-hidden="true" />
          <span class="min-w-0 flex-1"
            ><NuxtLink data-finding :to="placeOf(f)" class="block min-h-6 hover:underline"
              ><span class="sr-only">{{ f.blocks ? 'Blocker: ' : 'Remark: ' }}</span
              >{{ f.message }}</NuxtLink
            ><button type="button" class="min-h-6 text-[12px] text-ink2 hover:underline" @click="emit('only', f)">
              All products with this finding
            </button></span
          >
          <span class="key self-start" aria-hidden="true">Enter</span>
        </li>
      </ul>
    </section>
  </aside>
</template>
