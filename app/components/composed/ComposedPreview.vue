<script setup lang="ts">
import type { DeliveredCard } from '@contracts/delivery'
import type { ShownSection } from '@core/composed/compose'
import { directionOf } from '@core/language/chain'
import type { PartMark } from '../proof/partMark'

/** A composed page as a shopper reads it, plainly: a shop draws it in its own look. */
const props = defineProps<{
  sections: readonly ShownSection[]
  language: string
  called: string
  /** What rows show of products, by SKU; without it they are named by their SKUs. */
  cards?: Readonly<Record<string, DeliveredCard>>
  marks?: Readonly<Record<string, PartMark>>
}>()
const chosen = defineModel<string | null>('chosen', { default: null })
const shownOf = ({ products }: ShownSection) => (products?.skus ?? []).slice(0, products?.atMost)
const isThere = (sku: string) => props.cards === undefined || sku in props.cards
const root = useTemplateRef<HTMLElement>('root')
// Who chooses a section in the outline sees it here.
watch(chosen, async (section) => {
  await nextTick()
  root.value?.querySelector(`[data-section="${section}"]`)?.scrollIntoView({ block: 'nearest' })
})
const grounds: Partial<Record<PartMark, string>> = { added: 'bg-weldwash', removed: 'bg-madderwash' }
function groundOf(section: string): string {
  const mark = props.marks?.[section]
  return mark === undefined ? '' : (grounds[mark] ?? 'bg-indigowash')
}
</script>

<template>
  <article
    ref="root"
    class="min-h-0 flex-1 overflow-auto border border-hair2 bg-white font-serif"
    :lang="language"
    :dir="directionOf(language)"
    :aria-label="called"
    tabindex="0"
  >
    <section
      v-for="s in sections"
      :key="s.section"
      :data-section="s.section"
      class="border-b border-hair px-5 py-4"
      :class="[groundOf(s.section), { 'outline-2 -outline-offset-2 outline-ink': chosen === s.section }]"
      @click="chosen = s.section"
    >
      <img
        v-if="s.picture"
        :src="pictureUrl(s.picture.name)"
        :alt="s.picture.alternative"
        class="mb-3 max-h-52 w-full object-cover"
      />
      <h3 v-if="s.title" :class="s.kind === 'hero' ? 'text-[25px] leading-tight' : 'text-[18px]'">{{ s.title }}</h3>
      <RichText v-if="s.html" :html="s.html" class="pt-1" />
      <p v-if="s.link" class="pt-2">
        <span class="inline-block bg-ink px-4 py-2 font-sans text-[14px] text-white">{{ s.link.label }}</span>
      </p>
      <ul v-if="s.products" class="grid grid-cols-2 gap-3 pt-2">
        <li v-for="sku in shownOf(s)" :key="sku" class="border-t border-hair pt-2 text-[14px]">
          <template v-if="cards?.[sku]">
            <img
              v-if="cards[sku].picture"
              :src="pictureUrl(cards[sku].picture!.name)"
              alt=""
              class="h-20 w-full object-contain"
            />
            <b>{{ cards[sku].name }}</b>
            <span class="block">{{ cards[sku].price?.shown }}</span>
          </template>
          <template v-else>
            <span class="code">{{ sku }}</span>
            <small v-if="!isThere(sku)" class="block font-sans text-ochre">no page here</small>
          </template>
        </li>
      </ul>
    </section>
  </article>
</template>
