<script setup lang="ts">
/** What is done with a record at the head of its page: its history and back, leaving the changes, saving them. */
defineProps<{
  /** What the way back from the history is called. */ it: string
  history: boolean
  changed: boolean
  readonly: boolean
  blocked: boolean
}>()
const emit = defineEmits<{ leave: []; save: [] }>()
const past = defineModel<boolean>({ required: true })
</script>

<template>
  <span class="ml-auto flex items-center gap-3">
    <slot />
    <button v-if="history" type="button" class="plain" :aria-pressed="past" @click="past = !past">
      {{ past ? it : 'History' }}
    </button>
    <button v-if="changed" type="button" class="plain" @click="emit('leave')">Discard changes</button>
    <button v-if="!readonly" class="act main" type="button" :disabled="blocked || !changed" @click="emit('save')">
      Save <span class="opacity-70">Ctrl S</span>
    </button>
  </span>
</template>
