<script setup lang="ts">
import { screens, type ScreenName } from './screenName'

/** On which screen a page is shown. */
const screen = defineModel<ScreenName>({ required: true })
</script>

<template>
  <button
    v-for="name in screens"
    :key="name"
    type="button"
    :class="screen === name ? 'border-b-[1.5px] border-ink text-ink' : ''"
    :aria-pressed="screen === name"
    @click="screen = name"
  >
    {{ name }}
  </button>
</template>
