<script setup lang="ts">
/** Picks one picture of the media library by its name. */
const name = defineModel<string | null>({ required: true })
defineProps<{ label: string }>()
const q = ref('')
const asked = ref(false)
const { data } = useAnswer('listMedia', () => (asked.value ? { query: { q: q.value, limit: 24 } } : undefined), {
  wait: 80,
})
</script>

<template>
  <ComboField
    v-model="name"
    v-model:query="q"
    class="w-32"
    :label="label"
    :items="data?.items ?? []"
    :key-of="(m) => m.name"
    :shown="(chosen) => chosen ?? ''"
    :show-all="`${label}: show pictures`"
    @focus="asked = true"
  >
    <template #default="{ item }">
      <img
        :src="pictureUrl(item.name)"
        alt=""
        width="28"
        height="28"
        loading="lazy"
        class="h-7 w-7 self-center object-contain"
      />
      <span class="truncate self-center">{{ item.name }}</span>
    </template>
  </ComboField>
</template>
