<script setup lang="ts">
import type { SavedBody, SavedKind } from '@contracts/saved'

/** Saves something under a name, for oneself or for everybody. */
const props = defineProps<{
  kind: SavedKind
  what: string
  content: () => SavedBody['content']
  /** The name and sharing to begin with. */ begin?: { name: string; shared: boolean }
}>()
const emit = defineEmits<{ saved: [number] }>()
const naming = defineModel<boolean>({ default: false })
const name = ref('')
const shared = ref(false)
const field = useTemplateRef<Focusable>('field')
function start() {
  name.value = props.begin?.name ?? ''
  shared.value = props.begin?.shared ?? false
  naming.value = true
  void nextTick(() => field.value?.focus())
}
async function save() {
  try {
    const data = await call('saveNamed', {
      body: { kind: props.kind, name: name.value.trim(), shared: shared.value, content: props.content() },
    })
    naming.value = false
    tell(`Saved the ${props.what}`)
    emit('saved', data.id)
  } catch (e) {
    tellProblem(e)
  }
}
</script>

<template>
  <form v-if="naming" class="inline-flex items-center gap-2" @submit.prevent="save" @keydown.esc.stop="naming = false">
    <TextField
      ref="field"
      v-model="name"
      :placeholder="`Name of the ${what}`"
      class="w-40"
      :label="`Name of the ${what}`"
    /><CheckBox v-model="shared">for everybody</CheckBox
    ><button class="act" type="submit" :disabled="!name.trim()">Save</button
    ><button class="plain" type="button" @click="naming = false">Cancel</button>
  </form>
  <button v-else class="plain" type="button" @click="start">Save {{ what }}</button>
</template>
