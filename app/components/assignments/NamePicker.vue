<script setup lang="ts">
/** Chooses one of many by a part of its name; null where none is chosen. */
const code = defineModel<string | null>({ required: true })
const props = defineProps<{
  offered: readonly { code: string; name: string }[]
  label: string
  placeholder: string
  disabled?: boolean
}>()
const most = 60
const q = ref('')
const words = computed(() => q.value.toLowerCase().split(/\s+/).filter(Boolean))
const found = computed(() => props.offered.filter((o) => words.value.every((w) => o.name.toLowerCase().includes(w))))
const more = computed(() => found.value.length - most)
const nameOf = (c: string | null) => (c === null ? '' : (props.offered.find((o) => o.code === c)?.name ?? c))
</script>

<template>
  <ComboField
    v-model="code"
    v-model:query="q"
    :label="label"
    :items="found.slice(0, most)"
    :key-of="(o) => o.code"
    :shown="nameOf"
    :placeholder="placeholder"
    :disabled="disabled"
    :show-all="`${label}: show them all`"
    :more="more > 0 ? `${more} more: type part of the name` : ''"
    empty="No results."
  >
    <template #default="{ item }">{{ item.name }}</template>
  </ComboField>
</template>
