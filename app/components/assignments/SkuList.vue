<script setup lang="ts">
/** Products named by hand: picked one by one, or pasted as a list. */
const skus = defineModel<string[]>({ required: true })
const props = defineProps<{ label: string; disabled?: boolean }>()
const shown = computed(() => skus.value.slice(0, 60))
const { unknown, askFor } = useKnownSkus()
const add = (list: string[]) => {
  skus.value = [...new Set([...skus.value, ...list])]
}
/** Those of a list that products have, as they write them; the others are named at once. */
async function addMany(list: string[]) {
  const found = await askFor(list)
  if (!found) return
  add(found)
  if (found.length > 0) tell(`Added ${countShown(found.length, 'product')}`)
}
</script>

<template>
  <div>
    <div class="flex flex-wrap items-center gap-1.5">
      <span v-for="s in shown" :key="s" class="code inline-flex items-center gap-1 border border-hair2 px-1.5 py-px"
        >{{ s
        }}<IconButton
          icon="remove"
          v-if="!disabled"
          :label="`Remove ${s} from: ${props.label}`"
          @click="skus = skus.filter((x) => x !== s)"
      /></span>
      <span v-if="skus.length > shown.length" class="text-ink2">and {{ skus.length - shown.length }} more</span>
      <SkuPicker
        v-if="!disabled"
        class="w-48"
        clears
        :label="label"
        @update:model-value="$event && add([$event])"
        @many="addMany"
      />
    </div>
    <p v-if="unknown.length" class="flex gap-3 pt-1 text-madder" role="alert">
      <span class="min-w-0"
        >No product has {{ unknown.length === 1 ? 'this SKU' : `these ${unknown.length} SKUs` }}:
        {{ unknown.slice(0, 30).join(', ') }}{{ unknown.length > 30 ? ' …' : '' }}</span
      ><button type="button" class="plain self-start" @click="unknown = []">OK</button>
    </p>
  </div>
</template>
