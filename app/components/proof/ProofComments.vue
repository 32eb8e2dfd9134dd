<script setup lang="ts">
/** The comments on a product's pages that nobody has resolved; nothing where there are none. */
const props = defineProps<{ sku: string }>()
const setup = useSetupStore()
const { data, refresh } = useAnswer('listPageComments', () => ({ query: { sku: props.sku, limit: 30 } }))
const comments = computed(() => data.value?.items ?? [])
</script>

<template>
  <details v-if="comments.length > 0" class="mt-2">
    <summary class="cursor-pointer font-semibold text-ochre">{{ countShown(comments.length, 'open comment') }}</summary>
    <ul>
      <li v-for="c in comments" :key="c.id" class="ruled">
        <p class="text-ink2">
          <template v-if="c.part">{{ c.part.title }} · </template>{{ setup.editionName(c.storefront, c.language) }}
        </p>
        <StaffComment :comment="c" @changed="refresh" />
      </li>
    </ul>
  </details>
</template>
