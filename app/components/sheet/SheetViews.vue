<script setup lang="ts">
import type { Kept } from '@contracts/kept'

/** Views of the sheet that are kept under a name: taken up, kept, let go. */
const props = defineProps<{ content: () => Record<string, unknown> }>()
const emit = defineEmits<{ take: [Record<string, unknown>] }>()
const { data, refresh } = useAsking((signal) => get<{ items: Kept[] }>('/api/kept', { kind: 'view' }, signal), () => 0)
const views = computed(() => data.value?.items ?? [])
const chosen = ref<number | ''>('')
const view = computed(() => views.value.find((v) => v.id === chosen.value))
function take(id: string) {
  chosen.value = id === '' ? '' : Number(id)
  if (view.value) emit('take', view.value.content)
}
const naming = ref(false)
const name = ref('')
const shared = ref(false)
const field = useTemplateRef<HTMLInputElement>('field')
function start() {
  name.value = view.value?.mine ? view.value.name : ''
  shared.value = view.value?.mine ? view.value.shared : false
  naming.value = true
  void nextTick(() => field.value?.focus())
}
async function keep() {
  try {
    const { data: kept } = await ask<{ id: number }>('PUT', '/api/kept', { body: { kind: 'view', name: name.value.trim(), shared: shared.value, content: props.content() } })
    await refresh()
    chosen.value = kept.id
    naming.value = false
    tell('Kept')
  } catch (e) {
    tellProblem(e)
  }
}
async function letGo() {
  try {
    await ask('DELETE', `/api/kept/${view.value!.id}`)
    chosen.value = ''
    await refresh()
  } catch (e) {
    tellProblem(e)
  }
}
</script>

<template>
  <span class="inline-flex items-center gap-2">
    <form v-if="naming" class="inline-flex items-center gap-2" @submit.prevent="keep" @keydown.esc.stop="naming = false"><input ref="field" v-model="name" class="field w-40" aria-label="Name of the view" placeholder="Name of the view"><label class="flex items-center gap-1.5"><input v-model="shared" type="checkbox">for everybody</label><button class="act" type="submit" :disabled="!name.trim()">Keep</button><button class="plain" type="button" @click="naming = false">Leave it</button></form>
    <template v-else>
      <select class="field max-w-44" :value="chosen" aria-label="View" @change="take(($event.target as HTMLSelectElement).value)"><option value="">{{ views.length ? 'a view …' : 'no view kept yet' }}</option><option v-for="v in views" :key="v.id" :value="v.id">{{ v.name }}{{ v.mine ? (v.shared ? ', for everybody' : '') : `, of ${v.owner}` }}</option></select>
      <button class="plain" type="button" @click="start">Keep this view</button><button v-if="view?.mine" class="plain" type="button" @click="letGo">Let it go</button>
    </template>
  </span>
</template>
