<script setup lang="ts">
import type { SavedBody } from '@contracts/saved'
/** Views of the sheet that are saved under a name: opened, saved, deleted. */
const props = defineProps<{ content: () => SavedBody['content'] }>()
const emit = defineEmits<{ take: [SavedBody['content']] }>()
const { data, refresh } = useAnswer('listSaved', () => ({ query: { kind: 'view' } }))
const views = computed(() => data.value?.items ?? [])
const chosen = ref<number | ''>('')
const view = computed(() => views.value.find((v) => v.id === chosen.value))
function take(id: number | '') {
  chosen.value = id
  if (view.value) emit('take', view.value.content)
}
const naming = ref(false)
async function onSaved(id: number) {
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
    <SelectField
      v-if="!naming"
      :model-value="chosen"
      class="max-w-44"
      label="Saved view"
      :options="[
        option('', views.length ? 'saved views…' : 'no saved views'),
        ...views.map((v) =>
          option(v.id, `${v.name}${v.mine ? (v.shared ? ', for everybody' : '') : `, of ${v.owner}`}`),
        ),
      ]"
      @update:model-value="take($event)"
    />
    <SaveForm
      v-model="naming"
      kind="view"
      what="view"
      :content="props.content"
      :begin="view?.mine ? view : undefined"
      @saved="onSaved"
    />
    <button v-if="view?.mine && !naming" class="plain" type="button" @click="removeSaved">Remove</button>
  </span>
</template>
