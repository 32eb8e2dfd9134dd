<script setup lang="ts">
import type { TriedProof } from '@contracts/proof'
import { areaName } from '@core/assignments/areas'
import type { PageDifference } from '@core/page/differences'
import type { AreaForm, Look } from '@core/page/layout'
import { formWords, lookValueWords, lookWords } from '../settings/layoutWords'

/** What would change on a page once what is being written is saved. */
defineProps<{ changes: TriedProof['changes']; layout: TriedProof['layout'] }>()
const changeWords = {
  comes: 'added',
  goes: 'removed',
  moves: 'moves',
  text: 'text changes',
  price: 'price changes',
  form: 'shown as',
  look: 'look',
  area: 'moves to place',
} as const
/** What a change is about, in words: forms of areas and parts of the look by their names, all else by its title. */
function changeTitle({ what, title }: PageDifference): string {
  if (what === 'form') return formWords[title as AreaForm]
  if (what !== 'look') return title
  const [part, value] = title.split(' ') as [keyof Look, string]
  return `${lookWords[part].toLowerCase()} ${lookValueWords[value] ?? value}`
}
const changeColours: Partial<Record<PageDifference['what'], string>> = { goes: 'text-madder', comes: 'text-weld' }
</script>

<template>
  <p v-if="changes.length === 0" class="text-ink2" role="status">Nothing would change on this page.</p>
  <ul v-else class="max-h-24 overflow-auto" role="status" aria-label="What would change on this page" tabindex="0">
    <li v-for="(c, i) in changes" :key="i">
      <span :class="changeColours[c.what] ?? 'text-ink2'">{{ changeWords[c.what] }}</span>
      {{ ' ' }}<b class="font-semibold">{{ changeTitle(c) }}</b> {{ ' '
      }}<span class="text-ink2">{{ areaName(c.area, layout) }}</span>
    </li>
  </ul>
</template>
