<script setup lang="ts">
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/vue'

/** A dialog over the page, with its title and the button that closes it; Escape closes it too. */
const open = defineModel<boolean>({ required: true })
defineProps<{ title: string; wide?: boolean }>()
</script>

<template>
  <Dialog :open="open" class="relative z-50" @close="open = false">
    <div class="fixed inset-0 bg-ink/25" aria-hidden="true" />
    <div class="fixed inset-0 grid place-items-center p-6">
      <DialogPanel
        class="max-h-[80vh] overflow-auto border border-hair2 bg-sheet p-5 shadow-md"
        :class="wide ? 'w-[820px]' : 'w-[520px]'"
      >
        <div class="flex items-baseline justify-between">
          <DialogTitle as="h2" class="text-[18px]">{{ title }}</DialogTitle>
          <button class="plain" type="button" @click="open = false">Close</button>
        </div>
        <slot />
      </DialogPanel>
    </div>
  </Dialog>
</template>
