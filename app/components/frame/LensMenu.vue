<script setup lang="ts">
import { Listbox, ListboxButton, ListboxOption, ListboxOptions } from '@headlessui/vue'
import { useFloatingPanel } from '../kit/useFloatingPanel'

interface Choice {
  id: string
  label: string
  code?: string
}
const props = defineProps<{
  label: string
  choices: Choice[]
  current: string
  shown: string
  thread?: string
  by?: 'code'
}>()
const emit = defineEmits<{ choose: [string] }>()
const { anchor, panel, position } = useFloatingPanel()
const chosen = computed(() => props.choices.find((c) => (props.by ? c.code : c.id) === props.current)?.id ?? '')
</script>

<template>
  <Listbox
    as="div"
    class="relative inline-block"
    :model-value="chosen"
    @update:model-value="emit('choose', $event as string)"
  >
    <ListboxButton
      ref="anchor"
      class="inline-flex items-center gap-1.5 border-b-[1.5px] font-semibold not-italic text-ink"
      :class="thread ? [`thread-${thread}`, 'border-[var(--t)]'] : 'border-ink'"
      :aria-label="`${label}: ${shown}`"
    >
      <span v-if="thread" class="dot" />{{ shown }}
    </ListboxButton>
    <ListboxOptions ref="panel" popover="manual" class="floating py-1 not-italic" :style="position">
      <ListboxOption v-for="c in choices" :key="c.id" v-slot="{ active, selected }" :value="c.id" as="template">
        <li class="option" :class="{ active }">
          <span v-if="thread" class="dot self-center" :class="`thread-${c.code}`" />
          <span :class="{ 'font-semibold': selected }">{{ c.label }}</span>
          <span v-if="c.code && !thread" class="code ml-auto pl-4">{{ c.code }}</span>
        </li>
      </ListboxOption>
    </ListboxOptions>
  </Listbox>
</template>
