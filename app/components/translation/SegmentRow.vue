<script setup lang="ts">
import { directionOf } from '@core/language/chain'
import { flatOfCoded } from '@core/translation/coded'
import type { Glossary } from '@core/translation/glossary'
import { termIn } from '@core/translation/term'
import { plainShown } from '~/composables/shown'
import { translationStates, type TranslationState } from '@core/translation/state'
import CodedText from './CodedText.vue'
import SegmentEditor from './SegmentEditor.vue'
import StateMark from './StateMark.vue'
import { stateWords, type Row } from './unit'

/** One segment: its source, and beside it its target, which is written where the segment is the one worked on. */
const text = defineModel<string | null>({ required: true })
const props = defineProps<{
  row: Row
  current: boolean
  language: string
  source: string
  readonly: boolean
  findings: number
  blocked: boolean
  splitAt: number | null
  comments: number
  differs: boolean
}>()
const emit = defineEmits<{ choose: []; state: [TranslationState] }>()
const glossary = inject<Ref<Glossary>>('desk-glossary')!
const editor = useTemplateRef<InstanceType<typeof SegmentEditor>>('editor')
const terms = computed(() =>
  props.current
    ? glossary.value
        .find(flatOfCoded(props.row.segment.text))
        .map((f) => ({ from: f.from, to: f.to, title: termIn(f.term, props.language)?.term ?? '' }))
    : [],
)
const written = computed({
  get: () => text.value ?? '',
  set: (t) => {
    text.value = t === '' ? null : t
  },
})
const direction = computed(() => directionOf(props.language))
const root = useTemplateRef<HTMLElement>('root')
watch(
  () => props.current,
  (now) => {
    if (now) void nextTick(() => root.value?.scrollIntoView({ block: 'nearest' }))
  },
)
/** A state that is refused does not stay chosen. */
defineExpose({
  insert: (n: number) => editor.value?.insert(n),
  insertText: (t: string) => editor.value?.insertText(t),
  focus: () => editor.value?.focus(),
})
</script>

<template>
  <div
    ref="root"
    class="segment"
    :class="{ current, blocked }"
    role="group"
    :aria-label="`${row.unit.label}, segment ${row.index + 1}`"
    :aria-current="current ? 'true' : undefined"
  >
    <div class="source" :lang="source">
      <CodedText
        :text="row.segment.text"
        :placeholders="row.segment.placeholders"
        :places="terms"
        :split-at="current ? splitAt : null"
      />
      <p v-if="row.segment.was" class="mt-1 border-l-[3px] border-ochre pl-2 font-sans text-[12px]" role="note">
        <span class="font-semibold text-ochre">Translated from: </span
        ><CodedText :text="row.segment.text" :placeholders="row.segment.placeholders" :from="row.segment.was" />
      </p>
    </div>
    <StateMark :segment="row.segment" />
    <div class="target min-w-0">
      <SegmentEditor
        v-if="current && !readonly"
        ref="editor"
        v-model="written"
        :label="`${row.unit.label} in ${languageName(language)}`"
        :language="language"
        :direction="direction"
        :placeholders="[...row.segment.placeholders, ...row.segment.extra]"
      />
      <button
        v-else
        type="button"
        class="shown"
        :lang="language"
        :dir="direction"
        :aria-label="text ? undefined : `${row.unit.label}, segment ${row.index + 1}: nothing written yet`"
        @click="emit('choose')"
      >
        <CodedText v-if="text" :text="text" :placeholders="[...row.segment.placeholders, ...row.segment.extra]" /><span
          v-else-if="row.unit.borrowed"
          class="text-ink3"
          :lang="row.unit.borrowed.language"
          >{{ plainShown(String(row.unit.borrowed.value)).slice(0, 160) }}</span
        ><span v-else class="text-ink3">–</span>
      </button>
      <p
        v-if="current || differs || findings || comments || row.segment.unread || row.segment.returned"
        class="flex flex-wrap gap-x-3 text-[11.5px] text-ink2"
      >
        <span v-if="current && (row.segment.target === null || readonly || differs)">{{
          row.segment.target === null ? 'missing' : stateWords[row.segment.state]
        }}</span>
        <label v-else-if="current"
          >State<SelectField
            :model-value="row.segment.state"
            class="ml-1.5"
            :options="withWords(translationStates, stateWords)"
            @update:model-value="emit('state', $event)"
        /></label>
        <span v-if="row.segment.returned" class="font-semibold text-madder">returned</span>
        <span v-if="row.segment.unread" class="text-ochre">machine translation, not confirmed</span>
        <span v-if="current && row.segment.was">stale</span
        ><button
          v-if="current && row.segment.was && !readonly && !differs"
          class="plain"
          type="button"
          @click="emit('state', row.segment.state)"
        >
          Still correct
        </button>
        <span v-if="current && row.segment.origin !== 'person' && row.segment.target !== null && !row.segment.unread"
          >from the {{ row.segment.origin }}</span
        >
        <span v-if="differs">not saved yet</span>
        <span v-if="findings" :class="blocked ? 'text-madder' : 'text-ochre'"
          >{{ findings }} {{ findings === 1 ? 'finding' : 'findings' }}</span
        >
        <span v-if="comments">{{ comments }} {{ comments === 1 ? 'comment' : 'comments' }}</span>
        <span v-if="row.unit.borrowed && row.first"
          >{{ languageName(row.unit.borrowed.language) }} is used here; write only what differs</span
        >
      </p>
    </div>
  </div>
</template>

<style scoped>
.segment {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 14px minmax(0, 1fr);
  column-gap: 14px;
  padding: 3px 20px;
  border-top: 1px solid var(--hair);
  scroll-margin-block: 36px;
}
.segment .source {
  font-family: var(--font-serif);
  font-size: 14.5px;
  line-height: 1.55;
  padding: 3px 0;
}
.segment.current {
  background: var(--indigo-wash);
  padding-top: 8px;
  padding-bottom: 8px;
}
.segment .shown {
  display: block;
  width: 100%;
  min-height: 26px;
  text-align: start;
  font-family: var(--font-serif);
  font-size: 14.5px;
  line-height: 1.55;
  padding: 3px 0;
}
.segment.blocked {
  box-shadow: inset 3px 0 0 var(--madder);
}
</style>
