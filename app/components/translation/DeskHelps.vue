<script setup lang="ts">
import { flatOfCoded } from '@core/translation/coded'
import { type Glossary } from '@core/translation/glossary'
import { termIn } from '@core/translation/term'
import { targetChecks } from '@core/translation/checks/registry'
import type { TargetFinding } from '@core/translation/checks/check'
import CodedText from './CodedText.vue'
import type { Comment, Desk, Match } from '@contracts/translation'
import type { Row } from './unit'

/** What helps with the segment that is worked on: the memory, the glossary, what is wrong, what was said. */
const props = defineProps<{
  desk: Desk
  row: Row
  target: string | null
  matches: Match[]
  findings: TargetFinding[]
  readonly: boolean
  back: string | null
  commenting: boolean
  returning: boolean
}>()
const emit = defineEmits<{
  take: [Match]
  term: [string]
  overrule: [code: string, reason: string]
  mend: [TargetFinding]
  comments: [Comment[]]
  comment: [words: string]
  close: []
}>()
const lens = useLensStore()
const glossary = inject<Ref<Glossary>>('desk-glossary')!
const terms = computed(() => {
  const here = new Set(glossary.value.find(flatOfCoded(props.row.segment.text)).map((f) => f.term.code))
  return props.desk.terms.filter((t) => here.has(t.code))
})
const comments = computed(() =>
  props.desk.comments.filter(
    (c) => c.unit === props.row.unit.unit && (c.segment === null || c.segment === props.row.segment.text),
  ),
)
const labelOf = (code: string) => targetChecks.find((c) => c.code === code)?.label ?? code
const overruling = ref<string | null>(null)
const reason = ref('')
function overrule() {
  if (reason.value.trim() === '' || !overruling.value) return
  emit('overrule', overruling.value, reason.value.trim())
  overruling.value = null
  reason.value = ''
}
const words = ref('')
const field = useTemplateRef<Focusable>('field')
watch(
  () => props.commenting,
  async (open) => {
    if (!open) return
    await nextTick()
    field.value?.focus()
  },
)
async function settle(c: Comment) {
  try {
    emit('comments', (await call('settleComment', { params: { id: c.id }, body: { settled: !c.settled } })).items)
  } catch (e) {
    tellProblem(e)
  }
}
function send() {
  if (words.value.trim() === '') return
  emit('comment', words.value.trim())
  words.value = ''
}
</script>

<template>
  <section class="helps" aria-label="Help for this segment">
    <div class="min-w-0 overflow-auto pr-3" tabindex="0" aria-label="Memory">
      <h2>Memory</h2>
      <p v-if="matches.length === 0" class="text-ink2">No matches.</p>
      <ol v-else>
        <li v-for="(m, i) in matches" :key="m.id" class="ruled">
          <button type="button" class="block w-full text-left" :disabled="readonly" @click="emit('take', m)">
            <span class="flex flex-wrap items-baseline gap-x-2"
              ><b class="tabular-nums">{{ m.score }}</b
              ><span class="key">Alt {{ i + 1 }}</span
              ><span v-if="m.swapped" class="text-ochre">numbers adjusted</span
              ><span v-if="m.variant" class="text-ochre">{{ languageName(m.variant) }}</span
              ><span class="text-ink3">{{ m.person ?? 'earlier work' }}, {{ shortDayShown(m.changed) }}</span></span
            >
            <span v-if="m.score < 100" class="block text-ink2"
              ><CodedText :text="row.segment.text" :placeholders="row.segment.placeholders" :from="m.source.text"
            /></span>
            <span class="block font-serif" :lang="lens.language"
              ><CodedText :text="m.target.text" :placeholders="[...row.segment.placeholders, ...m.target.placeholders]"
            /></span>
          </button>
        </li>
      </ol>
    </div>
    <div class="min-w-0 overflow-auto border-l border-hair px-3" tabindex="0" aria-label="Glossary">
      <h2>Glossary</h2>
      <p v-if="terms.length === 0" class="text-ink2">No terms here.</p>
      <ul>
        <li v-for="t in terms" :key="t.code" class="ruled">
          <button
            type="button"
            class="text-left"
            :disabled="readonly"
            @click="emit('term', termIn(t, desk.language)!.term)"
          >
            {{ termIn(t, desk.source)!.term }} <span aria-hidden="true">=</span> {{ ' '
            }}<b class="font-serif font-semibold" :lang="lens.language">{{ termIn(t, desk.language)!.term }}</b>
          </button>
          <span v-if="termIn(t, desk.language)!.forbidden.length" class="ml-2 text-ink2"
            >not <s v-for="f in termIn(t, desk.language)!.forbidden" :key="f" :lang="lens.language">{{ f }}</s></span
          >
          <p v-if="t.note" class="text-ink3">{{ t.note }}</p>
        </li>
      </ul>
      <template v-if="row.segment.machine && row.segment.machine !== target"
        ><h2 class="mt-2">Machine translation</h2>
        <p class="font-serif" :lang="lens.language">
          <CodedText :text="target ?? ''" :placeholders="row.segment.placeholders" :from="row.segment.machine" /></p
      ></template>
      <template v-if="row.segment.earlier && row.segment.earlier !== target"
        ><h2 class="mt-2">Previously approved</h2>
        <p class="font-serif" :lang="lens.language">
          <CodedText :text="target ?? ''" :placeholders="row.segment.placeholders" :from="row.segment.earlier" /></p
      ></template>
      <template v-if="back !== null"
        ><h2 class="mt-2">Machine back-translation</h2>
        <p class="font-serif" :lang="desk.source">{{ back }}</p></template
      >
    </div>
    <div class="min-w-0 overflow-auto border-l border-hair pl-3" tabindex="0" aria-label="Findings and comments">
      <h2>Findings</h2>
      <p v-if="findings.length === 0" class="text-ink2" role="status">
        {{ target ? 'No findings.' : 'Not translated yet.' }}
      </p>
      <ul>
        <li v-for="(f, i) in findings" :key="i" class="ruled">
          <template v-if="row.segment.overruled[f.code]"
            ><s class="text-ink3">{{ f.message }}</s> {{ ' '
            }}<span class="text-ink2">{{ row.segment.overruled[f.code] }}</span></template
          >
          <template v-else
            ><span :class="f.level === 'blocker' ? 'text-madder' : 'text-ochre'">{{ f.message }}</span>
            <button
              v-if="f.fix !== undefined && f.at && !readonly"
              type="button"
              class="plain ml-2"
              @click="emit('mend', f)"
            >
              Change to “{{ f.fix }}”
            </button>
            <button
              v-if="!readonly && row.segment.target !== null"
              type="button"
              class="plain ml-2"
              :aria-expanded="overruling === f.code"
              @click="overruling = overruling === f.code ? null : f.code"
            >
              Ignore this finding<span class="sr-only">: {{ labelOf(f.code) }}</span>
            </button></template
          >
        </li>
      </ul>
      <form v-if="overruling" class="mt-1 flex gap-1.5" @submit.prevent="overrule">
        <TextField
          v-model="reason"
          placeholder="Why"
          maxlength="500"
          autofocus
          class="flex-1"
          label="Why this finding can be ignored"
        /><button class="act" type="submit">Ignore</button>
      </form>
      <h2 class="mt-2">Comments</h2>
      <ul v-if="comments.length">
        <li v-for="c in comments" :key="c.id" class="ruled" :class="{ 'text-ink3': c.settled }">
          <b class="font-semibold">{{ c.person ?? 'Deleted user' }}</b>, {{ shortDayShown(c.at) }}: {{ c.words }}
          <button v-if="!readonly" class="plain ml-1" type="button" @click="settle(c)">
            {{ c.settled ? 'Reopen' : 'Resolve' }}
          </button>
        </li>
      </ul>
      <form
        v-if="commenting"
        class="mt-1"
        @submit.prevent="send"
        @keydown.esc.stop.prevent="emit('close')"
        @keydown.enter.exact.prevent="send"
      >
        <TextArea
          ref="field"
          v-model="words"
          rows="2"
          :placeholder="returning ? 'What should be different' : 'Comment'"
          maxlength="2000"
          class="w-full"
          :label="returning ? 'Return with a comment' : 'Comment'"
        />
        <button class="act" type="submit" :disabled="words.trim() === ''">
          {{ returning ? 'Return' : 'Comment' }}
        </button>
      </form>
      <p v-else-if="comments.length === 0" class="text-ink2">None yet.</p>
    </div>
  </section>
</template>

<style scoped>
.helps {
  display: grid;
  grid-template-columns: minmax(0, 1.25fr) minmax(0, 0.9fr) minmax(0, 1fr);
  height: 190px;
  border-top: 1px solid var(--hair-strong);
  padding: 8px 20px 6px;
  background: var(--shade);
  font-size: 12.5px;
}
.helps h2 {
  font-family: var(--font-sans);
  font-size: 12.5px;
  font-weight: 600;
  margin-bottom: 2px;
}
</style>
