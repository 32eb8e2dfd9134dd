<script setup lang="ts">
import type { Component } from 'vue'

/** One tool of an editor: what it is called, its sign or what its button says, and whether it holds where one writes. */
export interface EditorTool {
  label: string
  icon?: Component
  shown?: string
  key?: string
  on?: boolean
  run: () => unknown
}

/** The tools of an editor, used by keyboard as a toolbar is. */
const props = defineProps<{ label: string; groups: readonly (readonly EditorTool[])[] }>()
const emit = defineEmits<{ leave: [] }>()
const root = useTemplateRef<HTMLElement>('root')
const { onFocus, onKey } = useToolbar(
  () => root.value,
  () => emit('leave'),
)
const titleOf = ({ label, key }: EditorTool) => (key ? `${label} (${key})` : label)
</script>

<template>
  <div
    ref="root"
    class="tools flex flex-wrap items-center border-b border-hair px-1 py-1 text-[12.5px]"
    role="toolbar"
    :aria-label="props.label"
    @focusin="onFocus"
    @keydown="onKey"
  >
    <slot />
    <template v-for="(group, i) in props.groups" :key="i">
      <span v-if="i > 0" class="tool-gap mx-1 h-4 border-l border-hair2" aria-hidden="true" />
      <button
        v-for="t in group"
        :key="t.label"
        type="button"
        class="min-h-6 min-w-6 rounded-sm px-1.5"
        :class="t.on ? 'bg-indigowash text-indigo' : 'text-ink2'"
        :aria-pressed="t.on"
        :aria-label="t.label"
        :title="titleOf(t)"
        @mousedown.prevent
        @click="t.run"
      >
        <component :is="t.icon" v-if="t.icon" :size="15" aria-hidden="true" />
        <template v-else>{{ t.shown }}</template>
      </button>
    </template>
    <slot name="end" />
  </div>
</template>

<style scoped>
/* In a narrow column, the tools stay in one row. */
.tools {
  container-type: inline-size;
}
@container (max-width: 480px) {
  button {
    padding-inline: 4px;
  }
  .tool-gap {
    margin-inline: 1px;
    border: 0;
  }
}
</style>
