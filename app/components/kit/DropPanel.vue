<script setup lang="ts">
import { Popover, PopoverButton, PopoverPanel } from '@headlessui/vue'
import type { Placement } from '@floating-ui/vue'
import { useFloatingPanel } from './useFloatingPanel'

/** A button that opens a panel with something to fill in; Escape and a click elsewhere close it. */
defineOptions({ inheritAttrs: false })
const props = defineProps<{ label: string; name?: string; placement?: Placement; panelClass?: string }>()
const { anchor, panel, position } = useFloatingPanel(props.placement, { grows: true })
</script>

<template>
  <Popover v-slot="{ close }" as="span" class="inline-block">
    <PopoverButton ref="anchor" v-bind="$attrs" :aria-label="name">{{ label }}</PopoverButton>
    <PopoverPanel ref="panel" popover="manual" class="floating p-3" :class="panelClass" :style="position" focus>
      <slot :close="close" />
    </PopoverPanel>
  </Popover>
</template>
