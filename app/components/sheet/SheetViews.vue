<script setup lang="ts">
import type { SavedBody } from '@contracts/saved'
/** Views of the sheet that are kept under a name: taken up, kept, let go. */
const props = defineProps<{ content: () => SavedBody['content'] }>()
const emit = defineEmits<{ take: [SavedBody['content']] }>()
const { data, refresh } = useAsking(
  (signal) => call('listSaved', { query: { kind: 'view' }, signal }),
  () => 0,
)
const views = computed(() => data.value?.items ?? [])
const chosen = ref<number | ''>('')
const view = computed(() => views.value.find((v) => v.id === chosen.value))
function take(id: string) {
  chosen.value = id === '' ? '' : Number(id)
  if (view.value) emit('take', view.value.content)
}
const naming = ref(false)
async function kept(id: number) {
  await refresh()
  chosen.value = id
}
async function removeSaved() {
  try {
    await call('removeSaved', { params: { id: view.value!.id } })
    chosen.value = ''
    await refresh()
  } catch (e) {
    tellProblem(e)
  }
}
</script>

<template>
  <span class="inline-flex items-center gap-2">
    <select
      v-if="!naming"
      class="field max-w-44"
      :value="chosen"
      aria-label="View"
      @change="take(($event.target as HTMLSelectElement).value)"
    >
      <option value="">{{ views.length ? 'saved views …' : 'no saved views' }}</option>
      <option v-for="v in views" :key="v.id" :value="v.id">
        {{ v.name }}{{ v.mine ? (v.shared ? ', for everybody' : '') : `, of ${v.owner}` }}
      </option>
    </select>
    <KeepForm
      v-model="naming"
      kind="view"
      what="view"
      :content="props.content"
      :begin="view?.mine ? view : undefined"
      @kept="kept"
    />
    <button v-if="view?.mine && !naming" class="plain" type="button" @click="removeSaved">Remove</button>
  </span>
</template>
