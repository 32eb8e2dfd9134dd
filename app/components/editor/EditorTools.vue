<script setup lang="ts">
/** One tool of an editor: what it is called, what its button shows, and whether it holds where the text is written. */
export interface EditorTool {
  label: string
  shown: string
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
const weights: Record<string, string> = { Strong: 'font-bold', Emphasis: 'italic' }
const titleOf = ({ label, key }: EditorTool) => (key ? `${label} (${key})` : label)
</script>

<template>
  <div
    ref="root"
    class="flex flex-wrap items-center border-b border-hair px-1 py-1 text-[12.5px]"
    role="toolbar"
    :aria-label="props.label"
    @focusin="onFocus"
    @keydown="onKey"
  >
    <slot />
    <template v-for="(group, i) in props.groups" :key="i">
      <span v-if="i > 0" class="mx-1 h-4 border-l border-hair2" aria-hidden="true" />
      <button
        v-for="t in group"
        :key="t.label"
        type="button"
        class="min-h-6 min-w-6 rounded-sm px-1.5"
        :class="[t.on ? 'bg-indigowash text-indigo' : 'text-ink2', weights[t.label]]"
        :aria-pressed="t.on"
        :aria-label="t.label"
        :title="titleOf(t)"
        @mousedown.prevent
        @click="t.run"
      >
        {{ t.shown }}
      </button>
    </template>
    <slot name="end" />
  </div>
</template>
