<script setup lang="ts">
const emit = defineEmits<{ theirs: []; mine: [] }>()
</script>

<template>
  <div class="mb-3 flex flex-wrap items-center gap-3 border-l-[3px] border-madder bg-madderwash px-3 py-2" role="alert">
    <span>Somebody else has saved a newer version. Neither your changes nor theirs are lost.</span>
    <button class="act" type="button" @click="emit('theirs')">Use the newer version</button>
    <button class="act" type="button" @click="emit('mine')">Keep my changes</button>
  </div>
</template>
