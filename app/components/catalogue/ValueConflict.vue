<script setup lang="ts">
import { diffWordsWithSpace } from 'diff'
import type { Attribute, Value } from '@core/attributes/attribute'
import { attributeTypes } from '@core/attributes/types/registry'

/** What somebody else saved in the place of what is written here, how the two differ, and the choice between them. */
const props = defineProps<{
  attribute: Attribute
  language: string
  /** What both began from. */
  base: Value | null
  mine: Value | null
  theirs: Value | null
}>()
const emit = defineEmits<{ theirs: []; mine: []; join: [Value] }>()

const shown = (value: Value | null) => (value === null ? '' : valueShown(value))
const differences = computed(() => diffWordsWithSpace(shown(props.theirs), shown(props.mine)))
const merge = computed(() => attributeTypes[props.attribute.type].merge)
const mayJoin = computed(() => merge.value !== undefined && props.mine !== null && props.theirs !== null)
/** A value that there was not yet, in the shape of the others. */
const emptyBase = computed<Value>(() => (Array.isArray(props.mine) ? [] : ''))

function join() {
  const { merged, overlaps } = merge.value!(props.base ?? emptyBase.value, props.mine!, props.theirs!)
  emit('join', merged)
  tell(
    overlaps === 0 ? 'Joined. Read it, then save.' : 'Joined. Where both changed the same words, both stand: read it.',
  )
}
</script>

<template>
  <section class="mt-1.5 border-l-[3px] border-madder bg-madderwash px-3 py-2" role="alert">
    <p>Somebody else saved this while you wrote. Nothing of either is lost.</p>
    <dl class="mt-1 grid grid-cols-[auto_minmax(0,1fr)] gap-x-3">
      <dt class="text-ink2">Theirs</dt>
      <dd :lang="language" class="whitespace-pre-line">{{ shown(theirs) || 'no value' }}</dd>
      <dt class="text-ink2">Yours</dt>
      <dd :lang="language" class="whitespace-pre-line">
        <template v-for="(d, i) in differences" :key="i"
          ><del v-if="d.removed" class="gone">{{ d.value }}</del
          ><ins v-else-if="d.added" class="come">{{ d.value }}</ins
          ><span v-else>{{ d.value }}</span></template
        >
      </dd>
    </dl>
    <p class="mt-1.5 flex flex-wrap gap-3">
      <button type="button" class="act" @click="emit('theirs')">Keep theirs</button>
      <button type="button" class="act" @click="emit('mine')">Save yours</button>
      <button v-if="mayJoin" type="button" class="act" @click="join">Join both</button>
    </p>
  </section>
</template>
