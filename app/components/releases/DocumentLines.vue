<script setup lang="ts">
import { phraseLine } from '@core/page/phrases'
import type { ReleasedCategory, ReleasedMenuEntry, SiteDocument } from '@core/release/site'
import { plainText } from '@core/richtext/read'
import type { PartMark } from '../proof/partMark'

/** What stands beside the pages of a storefront, as lines of text. */
const props = defineProps<{
  document: SiteDocument
  language: string
  marks?: Readonly<Record<string, PartMark>>
  called: string
}>()

interface Line {
  key: string
  text: string
  depth: number
}
type Branch = ReleasedMenuEntry | ReleasedCategory
const branchLines = (branches: readonly Branch[], depth = 0): Line[] =>
  branches.flatMap((e, i) => [
    { key: `${depth}-${i}-${e.name}`, text: e.name, depth },
    ...branchLines(e.children, depth + 1),
  ])
const plainLines = (texts: Readonly<Record<string, string>>): Line[] =>
  Object.entries(texts).map(([key, text]) => ({ key, text, depth: 0 }))
const linesOfKind: { [K in SiteDocument['kind']]: (document: Extract<SiteDocument, { kind: K }>) => Line[] } = {
  menu: ({ entries }) => branchLines(entries),
  categories: ({ categories }) => branchLines(categories),
  addresses: ({ addresses }) => plainLines({ ...addresses }),
  page: ({ title, html }) =>
    [title, ...plainText(html).split('\n')].map((text, i) => ({ key: String(i), text, depth: 0 })),
  phrases: ({ phrases }) => Object.entries(phrases).map(([key, forms]) => ({ key, text: phraseLine(forms), depth: 0 })),
}
const lines = computed(() => linesOfKind[props.document.kind](props.document as never))
const grounds: Partial<Record<PartMark, string>> = { added: 'bg-weldwash', removed: 'bg-madderwash' }
const groundOf = (key: string) => {
  const mark = props.marks?.[key]
  return mark && (grounds[mark] ?? 'bg-indigowash')
}
</script>

<template>
  <ul
    class="min-h-0 flex-1 overflow-auto border border-hair2 bg-sheet p-3 font-serif"
    :lang="language"
    :dir="document.direction"
    tabindex="0"
    :aria-label="called"
  >
    <li
      v-for="line in lines"
      :key="line.key"
      class="px-1"
      :class="groundOf(line.key)"
      :style="{ paddingInlineStart: `${line.depth * 16 + 4}px` }"
    >
      {{ line.text }}
    </li>
  </ul>
</template>
