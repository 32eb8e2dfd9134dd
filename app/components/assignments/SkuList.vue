<script setup lang="ts">
/** Products named by hand: picked one by one, or pasted as a list. */
const skus = defineModel<string[]>({ required: true })
const props = defineProps<{ label: string; disabled?: boolean }>()
const shown = computed(() => skus.value.slice(0, 60))
const add = (list: string[]) => {
  skus.value = [...new Set([...skus.value, ...list])]
}
</script>

<template>
  <div>
    <div class="flex flex-wrap items-center gap-1.5">
      <span v-for="s in shown" :key="s" class="code inline-flex items-center gap-1 border border-hair2 px-1.5 py-px"
        >{{ s
        }}<button
          v-if="!disabled"
          type="button"
          class="text-ink2"
          :aria-label="`Remove ${s} from: ${props.label}`"
          @click="skus = skus.filter((x) => x !== s)"
        >
          ×
        </button></span
      >
      <span v-if="skus.length > shown.length" class="text-ink2">and {{ skus.length - shown.length }} more</span>
      <SkuPicker
        v-if="!disabled"
        class="w-48"
        clears
        :label="label"
        @update:model-value="$event && add([$event])"
        @many="add"
      />
    </div>
  </div>
</template>
