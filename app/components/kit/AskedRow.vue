<script setup lang="ts">
/** What somebody is asked before it is done, in the head of a page, under everything else in it. */
defineProps<{
  /** What the button does that goes on. */
  does: string
  disabled?: boolean
}>()
const emit = defineEmits<{ go: []; cancel: [] }>()
</script>

<template>
  <form
    class="flex basis-full flex-wrap items-center gap-3"
    @submit.prevent="emit('go')"
    @keydown.esc.stop="emit('cancel')"
  >
    <slot />
    <button type="submit" class="act main" :disabled="disabled">{{ does }}</button>
    <button type="button" class="plain min-h-6" @click="emit('cancel')">Cancel</button>
  </form>
</template>
