<script setup lang="ts">
import { capitalised } from '@core/language/letters'
import { viewWords } from '@core/media/checks'
import { usePictureFindings, type PictureContext } from '../media/usePictureFindings'

/** The pictures of a product in their order, and the views that it still lacks. */
const props = defineProps<PictureContext & { names: readonly string[] }>()
const { missingViews } = usePictureFindings(props)
</script>

<template>
  <span class="picture-strip">
    <img v-for="n in names" :key="n" :src="pictureUrl(n, 240)" :alt="n" width="72" height="72" />
    <span v-for="f in missingViews" :key="f.view" class="gap" :class="f.level">
      {{ capitalised(viewWords[f.view]) }}
      <small>missing</small>
    </span>
    <span v-if="names.length === 0 && missingViews.length === 0" class="gap">No pictures</span>
  </span>
</template>

<style scoped>
.picture-strip {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  padding-bottom: 5px;
}
img,
.gap {
  width: 72px;
  height: 72px;
  object-fit: contain;
}
img {
  border: 1px solid var(--hair);
  background: white;
}
.gap {
  display: flex;
  flex-direction: column;
  align-items: center;
  justify-content: center;
  border: 1px dashed var(--hair-strong);
  color: var(--ink-2);
  font-size: 12px;
  text-align: center;
  line-height: 1.25;
}
.gap.blocker {
  border-color: var(--madder);
  color: var(--madder);
}
</style>
