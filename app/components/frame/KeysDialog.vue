<script setup lang="ts">
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/vue'

const open = defineModel<boolean>({ required: true })
const known = useKnownKeys()
const caps: Record<string, string> = {
  ' ': 'Space',
  ArrowDown: '↓',
  ArrowUp: '↑',
  ArrowLeft: '←',
  ArrowRight: '→',
  PageDown: 'Page ↓',
  PageUp: 'Page ↑',
}
/** A key as it is written on its cap. */
const capOf = (keys: string) =>
  keys === '+'
    ? keys
    : keys
        .split('+')
        .map((k) => caps[k] ?? k)
        .join(' ')
</script>

<template>
  <Dialog :open="open" class="relative z-50" @close="open = false">
    <div class="fixed inset-0 bg-ink/25" aria-hidden="true" />
    <div class="fixed inset-0 grid place-items-center p-6">
      <DialogPanel class="max-h-[80vh] w-[520px] overflow-auto border border-hair2 bg-sheet p-5 shadow-md">
        <div class="flex items-baseline justify-between">
          <DialogTitle as="h2" class="text-[18px]">Keyboard shortcuts</DialogTitle
          ><button class="plain" type="button" @click="open = false">Close</button>
        </div>
        <p class="mt-1 text-ink2">While you type, use single letters with Alt.</p>
        <section v-for="part in known" :key="part.id" class="mt-3">
          <h3 class="font-semibold text-ink2">{{ part.where }}</h3>
          <dl class="mt-1 grid grid-cols-[130px_1fr] gap-y-1">
            <template v-for="k in part.keys.filter((x) => x.does)" :key="k.keys"
              ><dt>
                <span class="key">{{ capOf(k.keys) }}</span>
              </dt>
              <dd>{{ k.does }}</dd></template
            >
          </dl>
        </section>
      </DialogPanel>
    </div>
  </Dialog>
</template>
