<script setup lang="ts" generic="A extends string | number">
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/vue'
import type { Placement } from '@floating-ui/vue'
import { useFloatingPanel } from './useFloatingPanel'

/** A button that opens a list of things to do. */
defineOptions({ inheritAttrs: false })
const props = defineProps<{
  label: string
  /** What it is called, where its label is short. */
  name?: string
  actions: readonly { id: A; label: string; note?: string }[]
  disabled?: boolean
  placement?: Placement
}>()
const emit = defineEmits<{ choose: [A] }>()
const { anchor, panel, position } = useFloatingPanel(props.placement)
</script>

<template>
  <Menu as="span" class="inline-block">
    <MenuButton ref="anchor" v-bind="$attrs" :disabled="disabled" :aria-label="name">{{ label }}</MenuButton>
    <MenuItems ref="panel" popover="manual" class="floating py-1" :style="position">
      <slot />
      <MenuItem v-for="a in actions" :key="a.id" v-slot="{ active }">
        <button type="button" class="option w-full" :class="{ active }" @click="emit('choose', a.id)">
          {{ a.label }}
          <span v-if="a.note" class="beside">{{ a.note }}</span>
        </button>
      </MenuItem>
    </MenuItems>
  </Menu>
</template>
