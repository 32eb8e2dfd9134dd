<script setup lang="ts">
import { isLimited } from '@core/assignments/limits'
import type { AnySection } from '@core/composed/page'
import { sectionKinds } from '@core/composed/sections/registry'

/** One section: its texts in the language that is looked at, what it holds, and where and when it stands. */
const section = defineModel<AnySection>({ required: true })
defineProps<{ path: string; language: string; readonly: boolean }>()
const kind = computed(() => sectionKinds[section.value.kind])
const setText = (name: string, labels: Record<string, string>) => {
  section.value = { ...section.value, texts: { ...section.value.texts, [name]: labels } }
}
</script>

<template>
  <section class="grid gap-3" :aria-label="kind.name">
    <h2 class="title-row">
      {{ kind.name }}
      <span class="code">{{ section.code }}</span>
    </h2>
    <EditionText
      v-for="(text, name) in kind.texts"
      :key="`${section.code} ${name} ${language}`"
      :model-value="section.texts[name] ?? {}"
      :label="text.label"
      :language="language"
      :rich="text.type === 'rich-text'"
      :disabled="readonly"
      :path="`${path}.texts.${name}`"
      @update:model-value="setText(String(name), $event)"
    />
    <HeroFields v-if="section.kind === 'hero'" v-model="section.holds" :path="`${path}.holds`" :readonly="readonly" />
    <SectionPicture
      v-if="section.kind === 'picture'"
      v-model="section.holds.picture"
      :path="`${path}.holds.picture`"
      :readonly="readonly"
    />
    <ProductsFields
      v-if="section.kind === 'products'"
      v-model="section.holds"
      :path="`${path}.holds`"
      :readonly="readonly"
    />
    <details :open="isLimited(section.limits)">
      <summary class="min-h-6 cursor-pointer text-ink2">Where and when it stands on the page</summary>
      <LimitsForm v-model="section.limits" :disabled="readonly" />
    </details>
  </section>
</template>
