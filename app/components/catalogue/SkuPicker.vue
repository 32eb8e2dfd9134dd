<script setup lang="ts">
/** Picks one product by SKU, name or GTIN; several SKUs pasted at once are given on as they are. */
const sku = defineModel<string>({ default: '' })
const props = defineProps<{ label: string; placeholder?: string; clears?: boolean }>()
const emit = defineEmits<{ many: [string[]] }>()
const q = ref('')
const { data } = useAnswer('find', () => (q.value.trim() === '' ? undefined : { query: { q: q.value } }), { wait: 60 })
const found = computed(() => (data.value?.items ?? []).filter((i) => i.kind === 'product').slice(0, 8))
const input = ref(0)
const combo = useTemplateRef<{ focus: () => void }>('combo')
function choose(chosen: string | null) {
  if (!chosen) return
  sku.value = chosen
  if (!props.clears) return
  input.value++
  // A new field has taken its place: whoever writes goes on in that.
  void nextTick(() => combo.value?.focus())
}
function paste(e: ClipboardEvent) {
  const list = skusIn(e.clipboardData?.getData('text') ?? '')
  if (list.length < 2) return
  e.preventDefault()
  emit('many', [...new Set(list)])
}
</script>

<template>
  <ComboField
    :key="input"
    ref="combo"
    v-model:query="q"
    class="inline-block"
    :model-value="clears ? null : sku || null"
    :label="label"
    :items="found"
    :key-of="(p) => p.code"
    :shown="(chosen) => chosen ?? ''"
    :placeholder="placeholder ?? 'SKU, name or GTIN'"
    :empty="q && data ? 'No product matches.' : ''"
    @update:model-value="choose"
    @paste="paste"
  >
    <template #default="{ item }">
      <span class="min-w-0 truncate">{{ item.name }}</span><span class="code ml-auto">{{ item.code }}</span>
    </template>
  </ComboField>
</template>
