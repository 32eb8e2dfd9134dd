<script setup lang="ts">
/** A secret that was just made, with what to do with it: it is never shown again. */
defineProps<{ secret: string }>()
</script>

<template>
  <div class="mt-3 border-l-[3px] border-weld bg-weldwash px-3 py-2" role="status">
    <p><slot /></p>
    <code class="code select-all break-all text-ink">{{ secret }}</code>
  </div>
</template>
