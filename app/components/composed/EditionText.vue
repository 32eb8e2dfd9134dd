<script setup lang="ts">
import { directionOf } from '@core/language/chain'
import type { Labels } from '@core/language/labels'

/** A text by language, written in the language that is looked at, with what the source says where that is another. */
const labels = defineModel<Labels>({ required: true })
const props = defineProps<{
  label: string
  language: string
  rich?: boolean
  disabled?: boolean
  /** Where its field shows what is wrong with it. */
  path: string
}>()
const setup = useSetupStore()
const lens = useLensStore()
const text = computed({
  get: () => labels.value[props.language] ?? '',
  set: (written: string) => {
    const { [props.language]: _, ...others } = labels.value
    labels.value = written === '' ? others : { ...others, [props.language]: written }
  },
})
const source = computed(() => (props.language === setup.source ? '' : (labels.value[setup.source] ?? '')))
/** The facts of the storefront that texts can hold. */
const offered = computed(() => {
  const facts = setup.storefronts.find((s) => s.code === lens.storefront)?.facts ?? {}
  return Object.keys(facts).map((name) => ({
    address: `storefront:${name}`,
    label: name.replaceAll('-', ' '),
    sample: '',
  }))
})
</script>

<template>
  <div>
    <template v-if="rich">
      <p class="text-[12.5px] text-ink2">{{ label }}</p>
      <RichEditor
        v-model="text"
        :label="label"
        :language="language"
        :direction="directionOf(language)"
        :values="offered"
        :disabled="disabled"
        compact
      />
    </template>
    <FormField v-else :path="`${path}.${language}`" :label="label">
      <TextField v-model="text" class="w-full" :lang="language" :dir="directionOf(language)" :disabled="disabled" />
    </FormField>
    <p v-if="source" class="pt-0.5 text-[12px] text-ink2" :lang="setup.source">
      {{ languageName(setup.source) }}:
      <RichText v-if="rich" class="source-text" :html="source" line />
      <template v-else>{{ source }}</template>
    </p>
  </div>
</template>

<style scoped>
.source-text {
  display: inline;
  font: inherit;
}
.source-text :deep(p) {
  display: inline;
}
</style>
