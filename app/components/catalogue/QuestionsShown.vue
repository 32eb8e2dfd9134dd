<script setup lang="ts">
import { useQuestionNames } from './useQuestionNames'

/** Questions and question sets that a product takes, by their names. */
defineProps<{ codes: readonly string[] }>()
const { nameOf } = useQuestionNames()
</script>

<template>
  <span>{{ codes.map(nameOf).join(' · ') }}</span>
</template>
