<script setup lang="ts">
import type { Mapping } from '@core/imports/mapping'

/** Keeps a mapping under a name, for the next file of the same make. */
const props = defineProps<{ content: Mapping; kept: number | '' }>()
const emit = defineEmits<{ kept: [] }>()
const naming = ref(false)
const name = ref('')
const shared = ref(false)
const field = useTemplateRef<HTMLInputElement>('field')
function start() {
  naming.value = true
  void nextTick(() => field.value?.focus())
}
async function keep() {
  try {
    await ask('PUT', '/api/kept', { body: { kind: 'mapping', name: name.value.trim(), shared: shared.value, content: props.content } })
    naming.value = false
    tell('The mapping is kept')
    emit('kept')
  } catch (e) {
    tellProblem(e)
  }
}
</script>

<template>
  <span><form v-if="naming" class="inline-flex items-center gap-2" @submit.prevent="keep" @keydown.esc.stop="naming = false"><input ref="field" v-model="name" class="field w-44" aria-label="Name of the mapping" placeholder="Name of the mapping"><label class="flex items-center gap-1.5"><input v-model="shared" type="checkbox">for everybody</label><button class="act" type="submit" :disabled="!name.trim()">Keep</button></form><button v-else class="plain" type="button" @click="start">Keep this mapping</button></span>
</template>
