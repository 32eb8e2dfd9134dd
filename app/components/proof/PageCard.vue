<script setup lang="ts">
import type { FramedPage } from './framedPage'

/** What the list of its category shows of a product. */
const props = defineProps<{ page: FramedPage; language: string }>()
const product = computed(() => props.page.product)
const picture = computed(() => product.value.pictures[0])
</script>

<template>
  <article class="list-card" :dir="page.direction" :lang="language" aria-label="Its card in a list">
    <img v-if="picture" :src="pictureUrl(picture.name, 240)" :alt="picture.alternative" />
    <div class="min-w-0">
      <p class="name">{{ product.name }}</p>
      <p v-if="product.summary" class="cut">{{ product.summary }}</p>
      <p v-if="product.priceShown" class="font-semibold">
        {{ product.priceShown }}
        <s v-if="product.basePriceShown" class="ms-1.5 font-normal text-ink2">{{ product.basePriceShown }}</s>
      </p>
      <p v-if="product.availability.text" class="text-ink2">{{ product.availability.text }}</p>
    </div>
  </article>
</template>

<style scoped>
.list-card {
  display: grid;
  grid-template-columns: 92px minmax(0, 1fr);
  gap: 12px;
  max-width: 328px;
  border: 1px solid var(--hair-strong);
  padding: 8px;
  background: var(--sheet);
  font: 13px/1.45 var(--font-serif);
}
img {
  width: 92px;
  height: 92px;
  object-fit: contain;
}
.name {
  font-weight: 600;
  overflow-wrap: anywhere;
}
/* A list gives a summary two lines, as the shop does. */
.cut {
  display: -webkit-box;
  overflow: hidden;
  color: var(--ink-2);
  -webkit-box-orient: vertical;
  -webkit-line-clamp: 2;
}
</style>
