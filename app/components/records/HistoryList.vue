<script setup lang="ts">
import type { RecordChange } from '@contracts/history'
import type { RecordKindName } from '@contracts/operations/records'

/**
 * The history of a product or of a record of a kind. `after` is called when a change was undone, even where people have
 * gone on meanwhile.
 */
const props = defineProps<{
  of: { sku: string } | { kind: RecordKindName; code: string }
  version: unknown
  after: () => unknown
}>()
const session = useSessionStore()
/** Changes of products come page by page, those of records whole. */
const ofProduct = useMore(
  'getHistory',
  (before) => ('sku' in props.of ? { params: props.of, query: { before } } : undefined),
  { on: () => props.version },
)
const ofRecord = useAnswer('recordHistory', () => ('sku' in props.of ? undefined : { params: props.of }), {
  on: () => props.version,
})
const entries = computed(() => ofRecord.data.value?.items ?? ofProduct.items.value)
const problem = computed(() => ofProduct.problem.value ?? ofRecord.problem.value)
const undo = (change: number) =>
  'sku' in props.of
    ? call('undoProductChange', { params: props.of, body: { change } })
    : call('undoRecordChange', { params: props.of, body: { change } })

const { pathWords, valueWords } = useHistoryWords()
const visible = (e: RecordChange) =>
  e.differences.filter((d) => !/^(state|source):/.test(d.path) || e.differences.length === 1)
/** Whether some of an entry is cut short at first. */
const isLong = (e: RecordChange) =>
  visible(e).length > 6 ||
  visible(e).some((d) => valueWords(d.path, d.before).length + valueWords(d.path, d.after).length > 80)
const open = ref<number[]>([])
async function undoChange(e: RecordChange) {
  try {
    const { skipped } = await undo(e.id)
    tell(skipped.length > 0 ? `Undone, except what has changed since: ${skipped.map(pathWords).join(', ')}` : 'Undone')
    props.after()
    await Promise.all([ofProduct.refresh(), ofRecord.refresh()])
  } catch (problemOf) {
    tellProblem(problemOf)
  }
}
</script>

<template>
  <section aria-label="History">
    <p v-if="problem" class="text-madder" role="alert">{{ problem.sentence }}</p>
    <ol>
      <li v-for="(e, i) in entries" :key="e.id" class="ruled py-2">
        <div class="title-row">
          <b class="font-semibold">{{ e.title }}</b><span class="text-ink2"
            >{{ e.person ?? 'Ink Loom' }}, {{ whenShown(e.at) }}</span
          >
          <button
            v-if="session.mayEdit && !e.made && e.differences.length"
            class="plain ml-auto"
            type="button"
            :aria-label="`Undo: ${e.title}, ${i + 1}`"
            @click="undoChange(e)"
          >
            Undo
          </button>
        </div>
        <template v-if="!e.made">
          <p
            v-for="d in visible(e).slice(0, open.includes(e.id) ? undefined : 6)"
            :key="d.path"
            :class="{ truncate: !open.includes(e.id) }"
          >
            <span class="text-ink2">{{ pathWords(d.path) }}:</span>{{ ' '
            }}<del class="gone">{{ valueWords(d.path, d.before) }}</del> {{ ' '
            }}<ins class="come">{{ valueWords(d.path, d.after) }}</ins>
          </p>
          <button
            v-if="!open.includes(e.id) && isLong(e)"
            class="plain text-[12px]"
            type="button"
            @click="open.push(e.id)"
          >
            {{ visible(e).length > 6 ? `Show all ${visible(e).length} changes` : 'Show in full' }}
          </button>
        </template>
      </li>
    </ol>
    <button v-if="ofProduct.hasMore.value" class="act mt-2" type="button" @click="ofProduct.showMore()">
      Older changes
    </button>
  </section>
</template>
