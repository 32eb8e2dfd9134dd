<script setup lang="ts">
import { phraseLine } from '@core/page/phrases'
import { plainText } from '@core/richtext/read'
import type { ReleasedCategory, ReleasedMenuEntry, SiteDocument } from '@core/release/site'
import type { ReleasedDocument } from '@core/release/document'
import { framedDocument } from '../proof/framedPage'
import type { PartMark } from '../proof/partMark'

/** One of two states of a page: as shoppers see it, with what differs marked. */
const props = defineProps<{
  document: ReleasedDocument | null
  language: string
  marks: Readonly<Record<string, PartMark>>
  called: string
  /** How wide the screen is on which it is shown, in pixels. */
  width: number
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
/** What is no page, as lines of text. */
const lines = computed((): Line[] => {
  const { document } = props
  if (document === null || document.kind === 'product') return []
  return linesOfKind[document.kind](document as never)
})
const page = computed(() =>
  props.document?.kind === 'product' ? framedDocument(props.document, { allOpen: true }) : null,
)
const grounds: Partial<Record<PartMark, string>> = { added: 'bg-weldwash', removed: 'bg-madderwash' }
const groundOf = (key: string) => {
  const mark = props.marks[key]
  return mark && (grounds[mark] ?? 'bg-indigowash')
}
</script>

<template>
  <div class="flex min-h-0 flex-col">
    <h2 class="h-7 font-sans text-[12.5px] font-normal text-ink2"><slot /></h2>
    <ScaledWidth v-if="page" :width="width">
      <ProofFrame
        class="h-full border border-hair2 bg-white"
        :page="page"
        :language="language"
        :asked="null"
        :marks="marks"
        :called="called"
      />
    </ScaledWidth>
    <ul
      v-else-if="document"
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
    <p v-else class="flex-1 border border-hair2 bg-sheet p-4 text-ink2">There is no page.</p>
  </div>
</template>
