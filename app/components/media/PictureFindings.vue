<script setup lang="ts">
/** What is wrong with the pictures of a product in an edition. */
const props = defineProps<{ sku: string; storefront: string; language: string; version: unknown }>()
const { data } = useAnswer(
  'checkPictures',
  () => ({ params: { sku: props.sku }, query: { storefront: props.storefront, language: props.language } }),
  { on: () => props.version },
)
/** A view that is missing stands beside the pictures. */
const findings = computed(() => (data.value?.findings ?? []).filter((f) => !f.view))
</script>

<template>
  <ul v-if="findings.length" class="mt-1 text-[12px]" aria-label="Findings about the pictures">
    <li v-for="(f, i) in findings" :key="i" :class="f.level === 'blocker' ? 'text-madder' : 'text-ochre'">
      <NuxtLink v-if="f.picture && f.code !== 'unknown'" class="plain" :to="`/media/${segment(f.picture)}`">{{
        f.picture
      }}</NuxtLink>
      {{ f.message }}
    </li>
  </ul>
</template>
