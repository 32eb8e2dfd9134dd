<script setup lang="ts">
import { diffWordsWithSpace } from 'diff'
import { partsOf, type Placeholder } from '@core/translation/coded'
import type { Place } from '@core/translation/glossary'
import { chipWords } from './placeholderNode'

/**
 * A coded text to read: placeholders as chips, places underlined, differences from another text selected, a mark where it
 * would be split.
 */
const props = defineProps<{
  text: string
  placeholders: readonly Placeholder[]
  places?: readonly (Place & { title: string })[]
  from?: string
  splitAt?: number | null
}>()

interface Bit {
  words: string
  chip: boolean
  title: string
  was: 'gone' | 'come' | ''
  split?: boolean
}

/** Words cut at the ends of places; offsets count a placeholder that stands alone as one sign. */
function scalarBits(): Bit[] {
  const out: Bit[] = []
  let at = 0
  const ends = new Set([
    ...(props.places ?? []).flatMap((p) => [p.from, p.to]),
    ...(props.splitAt === null || props.splitAt === undefined ? [] : [props.splitAt]),
  ])
  const mark = () => {
    if (at === props.splitAt) out.push({ words: '', chip: false, title: '', was: '', split: true })
  }
  for (const part of partsOf(props.text)) {
    if (typeof part !== 'string') {
      mark()
      out.push({ words: chipWords(part, props.placeholders), chip: true, title: '', was: '' })
      if (part.is === 'alone') at++
      continue
    }
    let from = 0
    for (let i = 1; i <= part.length; i++) {
      if (i < part.length && !ends.has(at + i)) continue
      const start = at + from
      if (props.splitAt === start) out.push({ words: '', chip: false, title: '', was: '', split: true })
      out.push({
        words: part.slice(from, i),
        chip: false,
        title: props.places?.find((p) => p.from <= start && start < p.to)?.title ?? '',
        was: '',
      })
      from = i
    }
    at += part.length
  }
  return out
}
function differenceBits(): Bit[] {
  return diffWordsWithSpace(props.from!, props.text).flatMap((d) =>
    partsOf(d.value).map((p): Bit => ({
      words: typeof p === 'string' ? p : chipWords(p, props.placeholders),
      chip: typeof p !== 'string',
      title: '',
      was: d.removed ? 'gone' : d.added ? 'come' : '',
    })),
  )
}
const bits = computed(() => (props.from === undefined ? scalarBits() : differenceBits()))
</script>

<template>
  <span
    ><template v-for="(b, i) in bits" :key="i"
      ><span v-if="b.split" class="split" aria-hidden="true" /><span
        v-else-if="b.chip && !b.was"
        class="chip font-sans text-[12px]"
        >{{ b.words }}</span
      ><del v-else-if="b.was === 'gone'" class="gone">{{ b.words }}</del
      ><ins v-else-if="b.was === 'come'" class="come">{{ b.words }}</ins
      ><span v-else-if="b.title" class="term" :title="b.title">{{ b.words }}</span
      ><template v-else>{{ b.words }}</template></template
    ></span
  >
</template>

<style scoped>
.term {
  border-bottom: 1.5px dotted var(--weld);
}
.split {
  display: inline-block;
  width: 0;
  height: 1.1em;
  border-left: 2.5px solid var(--madder);
  vertical-align: -0.2em;
  margin: 0 2px;
}
</style>
