<script setup lang="ts">
import { useQuestionNames } from './useQuestionNames'

/** Questions and question sets of the library, in the order in which they shall stand. */
const codes = defineModel<string[] | null>({ required: true })
defineProps<{ label: string }>()
const { offered, nameOf } = useQuestionNames()
const chosen = computed(() => codes.value ?? [])
const set = (list: string[]) => {
  codes.value = list.length > 0 ? list : null
}
const adding = ref<string | null>(null)
watch(adding, (code) => {
  if (code === null) return
  if (!chosen.value.includes(code)) set([...chosen.value, code])
  adding.value = null
})
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
        ><IconButton icon="remove" :label="`Remove ${nameOf(c)}`" @click="set(chosen.filter((x) => x !== c))" />
      </li>
    </ol>
    <NamePicker
      v-model="adding"
      class="mt-1"
      :offered="offered.filter((o) => !chosen.includes(o.code))"
      :label="`${label}: add a question or set`"
      :placeholder="offered.length === 0 ? 'The library has no questions yet' : 'Add a question or a set …'"
    />
  </div>
</template>
