<script setup lang="ts">
/** Questions of the library, in the order in which they shall stand. */
const codes = defineModel<string[] | null>({ required: true })
defineProps<{ label: string }>()
const lens = useLensStore()
const { data } = useAsking(
  (signal) =>
    call('listPieces', { query: { storefront: lens.storefront, language: lens.language, limit: 200 }, signal }),
  () => lens.edition.id,
)
const questions = computed(() => (data.value?.items ?? []).filter((p) => p.kind === 'question'))
const chosen = computed(() => codes.value ?? [])
const set = (list: string[]) => {
  codes.value = list.length > 0 ? list : null
}
const nameOf = (code: string) =>
  questions.value.find((q) => q.code === code)?.title ?? questions.value.find((q) => q.code === code)?.name ?? code
const root = useTemplateRef<HTMLElement>('root')
useReorder(
  () => root.value,
  (from, to) => set(moved(chosen.value, from, to)),
)
</script>

<template>
  <div>
    <ol ref="root">
      <li
        v-for="(c, i) in chosen"
        :key="c"
        data-entry
        class="flex gap-2 py-0.5"
        @keydown.alt.up.prevent="i > 0 && set(moved(chosen, i, i - 1))"
        @keydown.alt.down.prevent="i < chosen.length - 1 && set(moved(chosen, i, i + 1))"
      >
        <span data-handle class="w-5 cursor-grab text-ink3">{{ i + 1 }}</span><span class="min-w-0 flex-1">{{
          nameOf(c)
        }}</span
        ><button
          type="button"
          class="px-1 text-ink2"
          :aria-label="`Remove ${nameOf(c)}`"
          @click="set(chosen.filter((x) => x !== c))"
        >
          ×
        </button>
      </li>
    </ol>
    <select
      class="field mt-1 w-full"
      :aria-label="`${label}: add a question`"
      value=""
      @change="set([...chosen, takeChoice($event)])"
    >
      <option value="" disabled>
        {{ questions.length === 0 ? 'The library has no questions yet' : 'Add a question' }}
      </option>
      <option v-for="q in questions.filter((x) => !chosen.includes(x.code))" :key="q.code" :value="q.code">
        {{ q.title ?? q.name }}
      </option>
    </select>
  </div>
</template>
