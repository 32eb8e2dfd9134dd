<script setup lang="ts">
import { diffWordsWithSpace } from 'diff'
import type { BoxItem, Value } from '@core/attributes/attribute'
import { directionOf } from '@core/language/chain'
import { textOf, translationStates, type TranslationState } from '@core/translation/state'
import type { OfferedValue } from '../editor/RichEditor.vue'
import type { Unit } from './unit'

const target = defineModel<Value | null>({ required: true })
const props = defineProps<{ unit: Unit; language: string; source: string; values: OfferedValue[]; changed: boolean; readonly: boolean }>()
const emit = defineEmits<{ state: [TranslationState]; focused: [] }>()
const root = useTemplateRef<HTMLElement>('root')
/** As many points as the source has, to be filled one by one. */
const points = computed({
  get: () => (target.value as string[] | null) ?? (props.unit.source as string[]).map(() => ''),
  set: (next) => { target.value = next.every((p) => p === '') ? null : next },
})
const lens = useLensStore()
const field = computed(() => /^attribute:([^@]+)/.exec(props.unit.unit)?.[1] ?? 'piece')
const label = computed(() => `${props.unit.label} in ${languageName(props.language)}`)
const plain = (v: Value) => textOf(v).split('\n').map(plainShown).join('\n')
const difference = computed(() => (props.unit.madeFrom === null ? [] : diffWordsWithSpace(plain(props.unit.madeFrom), plain(props.unit.source))))
const stateWords: Record<TranslationState, string> = { initial: 'initial', translated: 'translated', reviewed: 'reviewed', final: 'final' }
const takeOver = () => { target.value = structuredClone(toRaw(props.unit.source)) }
const editor = () => root.value?.querySelector<HTMLElement>('.target input, .target textarea, .target [contenteditable=true]')
defineExpose({ focus: () => editor()?.focus(), takeOver })
const longer = computed(() => props.unit.type === 'long-text' || String(props.unit.source).length > 90)
</script>

<template>
  <section ref="root" class="grid grid-cols-2 gap-5 border-b border-hair px-5 py-3" :aria-label="unit.label" @focusin="emit('focused')">
    <div class="min-w-0">
      <div class="mb-1 flex items-baseline gap-3 text-[12px]"><b class="font-semibold">{{ unit.label }}</b><span v-if="unit.storefront" class="text-ink2">only in {{ unit.storefront }}</span></div>
      <div :lang="source"><ValueShown :value="unit.source" :type="unit.type" :language="source" />
      </div>
      <p v-if="difference.length" class="mt-2 border-l-[3px] border-ochre pl-2 text-[12.5px]" role="note"><span class="font-semibold text-ochre">The source has changed since: </span><template v-for="(d, i) in difference" :key="i"><del v-if="d.removed" class="gone">{{ d.value }}</del><ins v-else-if="d.added" class="come">{{ d.value }}</ins><span v-else>{{ d.value }}</span></template></p>
    </div>
    <div class="target min-w-0">
      <div class="mb-1 flex items-center gap-3 text-[12px]">
        <label v-if="unit.target !== null" class="flex items-center gap-1.5 text-ink2">State<select class="field !py-0" :value="unit.state ?? ''" :disabled="readonly || changed" @change="emit('state', ($event.target as HTMLSelectElement).value as TranslationState)"><option v-if="unit.state === null" value="">not said</option><option v-for="s in translationStates" :key="s" :value="s">{{ stateWords[s] }}</option></select></label>
        <span v-else class="text-madder">missing</span>
        <span v-if="unit.stale" class="font-semibold text-ochre">stale</span><span v-if="changed" class="text-ink2">not saved yet</span>
        <button v-if="unit.stale && !changed && !readonly" class="plain" type="button" @click="emit('state', unit.state ?? 'translated')">It is still right</button>
        <button v-if="!readonly && target === null" class="plain ml-auto" type="button" @click="takeOver">Take the source over</button>
      </div>
      <RichEditor v-if="unit.type === 'rich-text'" :model-value="(target as string | null) ?? ''" :label="label" :language="language" :direction="directionOf(language)" :values="values" :disabled="readonly" @update:model-value="target = $event || null" />
      <PointsInput v-else-if="unit.type === 'key-points'" v-model="points" :label="label" :language="language" :values="values" :disabled="readonly" />
      <TableInput v-else-if="unit.type === 'table'" v-model="target as string[][] | null" :label="label" :language="language" :disabled="readonly" />
      <BoxInput v-else-if="unit.type === 'box-contents'" v-model="target as BoxItem[] | null" :label="label" :language="language" :disabled="readonly" />
      <textarea v-else-if="longer" class="field w-full font-serif text-[14px]" rows="3" :lang="language" :dir="directionOf(language)" :value="(target as string | null) ?? ''" :aria-label="label" :disabled="readonly" @input="target = ($event.target as HTMLTextAreaElement).value || null" />
      <input v-else class="field w-full font-serif text-[14px]" :lang="language" :dir="directionOf(language)" :value="(target as string | null) ?? ''" :aria-label="label" :disabled="readonly" @input="target = ($event.target as HTMLInputElement).value || null">
      <StyleFindings v-if="changed && !readonly" :value="target" :field="field" :type="unit.type" :storefront="lens.storefront" :language="language" @mend="target = $event" />
    </div>
  </section>
</template>
