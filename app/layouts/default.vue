<script setup lang="ts">
const finder = ref(false)
const keys = ref(false)
const lens = useLensStore()
const { focus, open, places } = useProofFocus()
const whole = useWholeProof()
const isWhole = computed(() => whole.isOpen.value && focus.value !== null)
useThreads()
useScriptFonts(() => [lens.language])

useKeys('Everywhere', [
  {
    keys: 'Ctrl+K',
    does: 'Find a product, a screen or a command',
    always: true,
    run: () => {
      finder.value = true
    },
  },
  { keys: ']', does: 'Next language', run: () => lens.step(1, 'language') },
  { keys: '[', does: 'Previous language', run: () => lens.step(-1, 'language') },
  { keys: '}', does: 'Next storefront', run: () => lens.step(1, 'storefront') },
  { keys: '{', does: 'Previous storefront', run: () => lens.step(-1, 'storefront') },
  {
    keys: 'p',
    does: 'Show or hide the proof',
    run: () => {
      open.value = !open.value
    },
  },
  {
    keys: 'P',
    does: 'Enlarge the proof over the whole window',
    run: () => {
      if (isWhole.value) whole.close()
      else if (focus.value !== null) whole.open()
    },
  },
  {
    keys: '?',
    does: 'Keyboard shortcuts',
    run: () => {
      keys.value = true
    },
  },
])
</script>

<template>
  <!-- Clipped and positioned: what is hidden in a list, far down, must not make the frame itself scroll. -->
  <div class="frame">
    <a href="#work" class="sr-only focus:not-sr-only">Skip to content</a>
    <LensBar class="col-span-3" @find="finder = true" />
    <WorkRail :inert="isWhole" />
    <main id="work" tabindex="-1" class="relative min-w-0 overflow-clip outline-none" :inert="isWhole"><slot /></main>
    <WholeProof v-if="focus && isWhole" :sku="focus" />
    <ProofPane v-else-if="focus && open" :key="'proof'" :sku="focus" @fold="open = false" />
    <ProofShell v-else-if="open && places > 0" @fold="open = false" />
    <div v-else />
    <RunningWork class="col-span-3" @keys="keys = true" />
    <FinderDialog v-model="finder" />
    <KeysDialog v-model="keys" />
  </div>
</template>
