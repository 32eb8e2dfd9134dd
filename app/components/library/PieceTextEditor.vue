<script setup lang="ts">
import { directionOf } from '@core/language/chain'
import type { OfferedValue } from '../editor/RichEditor.vue'

/** The title and text of a piece in one scope. */
const title = defineModel<string>('title', { required: true })
const body = defineModel<string>('body', { required: true })
const lens = useLensStore()
defineProps<{ language: string; name: string; values: OfferedValue[]; disabled: boolean; hint?: { title: string; language: string } }>()
</script>

<template>
  <div>
    <label class="block text-ink2">Title, for shoppers
      <input v-model="title" class="field mt-0.5 block w-full font-serif text-[15px]" :lang="language" :dir="directionOf(language)" :disabled="disabled" :placeholder="hint ? `${hint.title} (${languageName(hint.language)})` : ''" maxlength="300">
    </label>
    <StyleFindings v-if="!disabled" :value="title || null" field="piece" type="text" :storefront="lens.storefront" :language="language" @mend="title = String($event)" />
    <p class="mb-0.5 mt-2.5 text-ink2" aria-hidden="true">Text</p>
    <RichEditor v-model="body" :label="`Text in ${name}`" :language="language" :direction="directionOf(language)" :values="values" :disabled="disabled" />
    <StyleFindings v-if="!disabled" :value="body || null" field="piece" type="rich-text" :storefront="lens.storefront" :language="language" @mend="body = String($event)" />
  </div>
</template>
