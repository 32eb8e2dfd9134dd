<script setup lang="ts">
/** The frame of the proof: the screen on which the page is shown, whose page it is, and the way to hide it. */
defineProps<{ sku?: string }>()
const emit = defineEmits<{ fold: [] }>()
const width = useProofWidth()
</script>

<template>
  <aside class="proof-shell" :class="{ wide: width !== 'phone' }" aria-label="Proof: the page as a shopper gets it">
    <div class="flex items-center gap-3 px-3.5 py-2 text-[12px] text-ink2">
      <h2 class="text-[14px]">Proof</h2>
      <ScreenChoice v-model="width" />
      <span class="code ml-auto">{{ sku }}</span>
      <button class="plain min-h-6" type="button" @click="emit('fold')">Hide</button>
    </div>
    <slot />
  </aside>
</template>
