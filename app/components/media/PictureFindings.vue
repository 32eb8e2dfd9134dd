<script setup lang="ts">
import { usePictureFindings, type PictureContext } from './usePictureFindings'

/** What is wrong with the pictures of a product in an edition; a view that is missing stands beside the pictures. */
const props = defineProps<PictureContext>()
const { problems } = usePictureFindings(props)
</script>

<template>
  <ul v-if="problems.length" class="mt-1 text-[12px]" aria-label="Findings about the pictures">
    <li v-for="(f, i) in problems" :key="i" :class="f.level === 'blocker' ? 'text-madder' : 'text-ochre'">
      <NuxtLink v-if="f.picture && f.code !== 'unknown'" class="plain" :to="`/media/${segment(f.picture)}`">{{
        f.picture
      }}</NuxtLink>
      {{ f.message }}
    </li>
  </ul>
</template>
