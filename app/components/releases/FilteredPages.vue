<script
  setup
  lang="ts"
  generic="Row extends { name: string; kind: string; key: string; language: string }, Shown extends string"
>
import type { Lines } from '~/composables/useListKeys'
import type { PageFilter } from '~/composables/usePageFilter'

/** Pages that a release changes, or that differ between two: filtered, searched, walked through by keys. */
const props = defineProps<{
  list: Lines<Row>
  /** The languages of the storefront. */
  languages: readonly string[]
  /** The words for each way in which pages change that can be asked for. */
  words: Readonly<Record<Shown, string>>
  label: string
  keysOf: string
  /** What is said of a page, beside what, and whether it stands out. */
  lineOf: (row: Row) => string
  besideOf: (row: Row) => string
  isMarked?: (row: Row) => boolean
}>()
const at = defineModel<number>('at', { required: true })
const filter = defineModel<PageFilter<Shown>>('filter', { required: true })
defineSlots<{ filters?(): unknown }>()
const keyOf = ({ language, kind, key }: Row) => `${language}/${kind}/${key}`
const changeOptions = computed(() => [option<Shown | 'all'>('all', 'all pages'), ...wordsOf(props.words)])
</script>

<template>
  <div class="split-side w-[330px] bg-sheet">
    <div class="flex flex-wrap gap-2 border-b border-hair px-3 py-2">
      <SelectField v-model="filter.shown" class="max-w-36" label="Pages that are shown" :options="changeOptions" />
      <SelectField
        v-if="languages.length > 1"
        v-model="filter.language"
        class="max-w-36"
        label="Language of the pages"
        :options="[option('', 'all languages'), ...withWords(languages, languageName)]"
      />
      <TypeAndCategoryFields v-model="filter" />
      <slot name="filters" />
      <TextField v-model="filter.q" class="w-full" label="Search by SKU or name" placeholder="SKU or name" />
      <span class="text-[12px] text-ink2" role="status">{{
        list.count.value === undefined ? '' : countShown(list.count.value, 'page')
      }}</span>
    </div>
    <PageGrid
      v-slot="{ row }: { row: Row }"
      v-model:at="at"
      :list="list"
      :key-of="keyOf"
      :line-height="52"
      :label="label"
      :keys-of="keysOf"
    >
      <p class="title-row">
        <b class="truncate font-semibold">{{ row.name }}</b>
        <span v-if="row.kind === 'product'" class="code ml-auto whitespace-nowrap">{{ row.key }}</span>
      </p>
      <p class="flex items-baseline gap-2 text-[12px] text-ink2">
        <span class="truncate" :class="{ 'text-madder': isMarked?.(row) }">{{ lineOf(row) }}</span>
        <span class="ml-auto whitespace-nowrap">{{ besideOf(row) }}</span>
        <span v-if="languages.length > 1" class="whitespace-nowrap">{{ languageName(row.language) }}</span>
      </p>
    </PageGrid>
  </div>
</template>
