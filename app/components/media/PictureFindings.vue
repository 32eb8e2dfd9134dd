<script setup lang="ts">
import { usePictureFindings, type PictureContext } from './usePictureFindings'

/**
 * What is wrong with the pictures of a product in an edition, on one line until all is asked for; a view that is missing
 * stands beside the pictures.
 */
const props = defineProps<PictureContext>()
const { problems } = usePictureFindings(props)
const isOpen = ref(false)
const shown = computed(() => (isOpen.value ? problems.value : problems.value.slice(0, 1)))
const more = computed(() => problems.value.length - shown.value.length)
</script>

<template>
  <!-- Its line is kept, so that nothing moves when it comes. -->
  <div class="mt-1 min-h-[21px] text-[12px]">
    <ul v-if="shown.length" aria-label="Findings about the pictures">
      <li v-for="(f, i) in shown" :key="i" :class="f.level === 'blocker' ? 'text-madder' : 'text-ochre'">
        <NuxtLink v-if="f.picture && f.code !== 'unknown'" class="plain" :to="`/media/${segment(f.picture)}`">{{
          f.picture
        }}</NuxtLink>
        {{ f.message }}
        <button v-if="more > 0" type="button" class="plain" @click="isOpen = true">
          {{ countShown(more, 'more finding') }}
        </button>
      </li>
    </ul>
  </div>
</template>
