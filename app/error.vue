<script setup lang="ts">
import type { NuxtError } from '#app'

/** What stands in the place of the app where there is no such page, or where a page broke. */
const props = defineProps<{ error: NuxtError }>()
const isMissing = computed(() => props.error.statusCode === 404)
</script>

<template>
  <main class="mx-auto max-w-xl px-8 pt-40">
    <LoomMark :size="40" class="mb-4" />
    <h1>{{ isMissing ? 'Page not found' : 'This page broke' }}</h1>
    <p class="mt-2 text-ink2">
      {{
        isMissing
          ? 'There is no page at this address. Check it for typing mistakes.'
          : 'Reload the page. If it happens again, tell the operator of Ink Loom what you did and when.'
      }}
    </p>
    <button type="button" class="act main mt-4" @click="clearError({ redirect: '/readiness' })">To readiness</button>
  </main>
</template>
