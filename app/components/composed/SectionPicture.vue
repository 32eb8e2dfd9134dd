<script setup lang="ts">
/** The picture of a section, chosen from the library. */
const picture = defineModel<string | null>({ required: true })
defineProps<{ path: string; readonly: boolean }>()
</script>

<template>
  <FormField :path="path" label="Picture">
    <span class="flex items-center gap-3">
      <img v-if="picture" :src="pictureUrl(picture)" alt="" class="h-12 w-20 border border-hair object-cover" />
      <PicturePicker v-if="!readonly" v-model="picture" label="Picture of the section" />
      <button v-if="picture && !readonly" type="button" class="plain" @click="picture = null">
        Remove the picture
      </button>
    </span>
  </FormField>
</template>
