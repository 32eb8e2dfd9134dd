<script setup lang="ts">
/** What stands in the place of a list in which nothing is yet: a sentence, and what to do about it. */
</script>

<template>
  <div class="empty-state">
    <LoomMark :size="40" class="mx-auto mb-3 opacity-60" />
    <slot />
  </div>
</template>
