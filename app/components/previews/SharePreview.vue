<script setup lang="ts">
import type { LensEdition } from '~/stores/lens'

/** The button with which a product's page is shared with people without an account. */
defineOptions({ inheritAttrs: false })
defineProps<{ sku: string; editions: readonly LensEdition[] }>()
const session = useSessionStore()
const open = ref(false)
</script>

<template>
  <template v-if="session.mayEdit">
    <button type="button" :class="$attrs.class ?? 'plain min-h-6'" @click="open = true">Share</button>
    <LazyPreviewDialog v-if="open" v-model="open" :sku="sku" :editions="editions" />
  </template>
</template>
