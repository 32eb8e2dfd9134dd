<script setup lang="ts">
import type { Proof } from '@contracts/proof'
import { areaName } from '@core/assignments/areas'
import { capitalised } from '@core/language/letters'
import type { LeftOut, Shown } from '@core/page/because'

/**
 * Everything that goes to the page of a product, its own pieces and all assigned ones in one list in page order, each
 * with its reason.
 */
const props = defineProps<{
  sku: string
  page: Pick<Proof, 'layout' | 'areas' | 'left_out'> | undefined
  version: number
  disabled: boolean
}>()
const own = useAnswer('ownPieces', () => ({ params: { sku: props.sku } }), { on: () => props.version })
const isOwn = (code: string) => own.data.value?.items.some((p) => p.code === code) ?? false
interface Line {
  key: string
  piece: string
  title: string
  area: string
  order: number
  out: string
  because: Shown['because'] | null
  inside: boolean
}
const meant = (l: LeftOut) =>
  l.because?.reach !== 'not-met' &&
  l.because?.reach !== 'not-chosen' &&
  !l.reason.startsWith('only ') &&
  l.reason !== 'the assignment is paused' &&
  (l.because?.assignment !== null || isOwn(l.piece))
const areas = computed(() =>
  (props.page?.layout ?? [])
    .map((a) => {
      const shown = (props.page!.areas[a.area] ?? []).flatMap((s): Line[] => [
        line(s, a.area, false),
        ...(s.questions ?? []).map((q) => line(q, a.area, true)),
      ])
      const out = props
        .page!.left_out.filter((l) => l.area === a.area && meant(l))
        .map((l): Line => ({
          key: `${l.piece} ${l.reason}`,
          piece: l.piece,
          title: l.title,
          area: l.area,
          order: l.because?.order ?? 0,
          out: l.reason,
          because: l.because,
          inside: false,
        }))
      return { ...a, title: capitalised(areaName(a.area, [a])), lines: [...shown, ...out] }
    })
    .filter((a) => a.lines.length > 0),
)
const line = (s: Shown, area: string, inside: boolean): Line => ({
  key: s.piece,
  piece: s.piece,
  title: s.title,
  area,
  order: s.because.order,
  out: '',
  because: s.because,
  inside,
})
const why = (l: Line) => {
  if (l.out) return `not shown: ${l.out}`
  const b = l.because!
  if (b.assignment)
    return [
      `assignment ${b.assignment.number}`,
      b.assignment.name,
      ...(b.replaces ? [`replaces ${b.replaces.name}`] : []),
    ].join(', ')
  return (
    { own: 'this product’s own', split: 'split from the description', picked: 'picked by the product or its type' }[
      b.reach as string
    ] ?? 'the storefront’s layout'
  )
}
const count = computed(() =>
  areas.value
    .flatMap((a) => a.lines)
    .reduce((n, l) => ({ shown: n.shown + (l.out ? 0 : 1), out: n.out + (l.out ? 1 : 0) }), { shown: 0, out: 0 }),
)
const linked = (l: Line) => l.because?.reach !== 'layout' && l.because?.reach !== 'split'
</script>

<template>
  <section class="px-5" aria-label="Content on this page">
    <div class="flex items-baseline gap-3 pb-1 pt-3">
      <h2>Content on this page</h2>
      <small class="text-ink2"
        >in page order · {{ count.shown }} shown, {{ count.out }} not shown ·
        <NuxtLink class="plain" :to="`/translation/${segment(`product:${sku}`)}`">Translate</NuxtLink></small
      >
      <NuxtLink v-if="!disabled" class="act ml-auto" :to="{ path: '/library/new', query: { of: sku } }"
        >New piece for this product only</NuxtLink
      >
    </div>
    <div
      v-if="areas.length"
      class="grid grid-cols-[46px_minmax(0,2fr)_minmax(0,3fr)] gap-3 pt-1 text-[12px] text-ink2"
      aria-hidden="true"
    >
      <span>Order</span><span>Part</span><span>From</span>
    </div>
    <template v-for="a in areas" :key="a.area">
      <h3 class="border-b border-hair pt-2 text-[12.5px] font-semibold text-ink2">{{ a.title }}</h3>
      <div
        v-for="l in a.lines"
        :key="a.area + l.key"
        class="grid grid-cols-[46px_minmax(0,2fr)_minmax(0,3fr)] gap-3 border-b border-hair py-1"
        :class="{ 'pl-6': l.inside }"
      >
        <span class="text-ink2">{{ l.inside ? '' : l.order }}</span>
        <span class="truncate" :class="{ 'text-ink3': l.out }"
          ><NuxtLink
            v-if="linked(l) && l.piece !== 'faq'"
            class="hover:underline"
            :to="`/library/${segment(l.piece)}`"
            >{{ l.title }}</NuxtLink
          ><template v-else>{{ l.title }}</template></span
        >
        <span class="truncate" :class="l.out ? 'text-madder' : 'text-ink2'" :title="why(l)"
          ><NuxtLink
            v-if="l.because?.assignment && !l.out"
            class="hover:underline"
            :to="`/assignments/${segment(l.because.assignment.code)}`"
            >{{ why(l) }}</NuxtLink
          ><template v-else>{{ why(l) }}</template></span
        >
      </div>
    </template>
  </section>
</template>
