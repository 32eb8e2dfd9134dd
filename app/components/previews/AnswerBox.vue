<script setup lang="ts">
import { mostOfComment } from '@core/previews/limits'

/** Writes an answer once it is asked for. `send` answers whether it was saved: until then what is written stays. */
const props = defineProps<{ send: (words: string) => Promise<boolean> }>()
const open = ref(false)
const words = ref('')
const isReady = computed(() => words.value.trim() !== '')
async function submit() {
  if (!isReady.value || !(await props.send(words.value))) return
  words.value = ''
  open.value = false
}
</script>

<template>
  <button v-if="!open" type="button" class="plain min-h-6" @click="open = true">Answer</button>
  <form
    v-else
    class="basis-full"
    @submit.prevent="submit"
    @keydown.ctrl.enter.prevent="submit"
    @keydown.esc.stop="open = false"
  >
    <TextArea v-model="words" autofocus class="w-full" rows="3" label="Answer" :maxlength="mostOfComment" />
    <div class="actions">
      <button type="submit" class="act main" :disabled="!isReady">
        Send <span class="opacity-70">Ctrl Enter</span>
      </button>
      <button type="button" class="plain min-h-6" @click="open = false">Cancel</button>
    </div>
  </form>
</template>
