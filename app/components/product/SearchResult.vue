<script setup lang="ts">
import { directionOf } from '@core/language/chain'
import { estimatedPixels } from '@core/house-style/count'
import { truncateTo } from '@core/search/check'
import { firstStyles } from '@core/house-style/style'

/**
 * How the product stands in a list of search results of the edition: title, address and description, cut where they
 * have no room.
 */
const props = defineProps<{ sku: string; storefront: string; language: string; version: unknown }>()
const { data } = useAnswer(
  'searchTexts',
  () => ({ params: { sku: props.sku }, query: { storefront: props.storefront, language: props.language } }),
  { on: () => props.version },
)
const setup = useSetupStore()
const limitOf = (field: string) => firstStyles.find((s) => s.field === field)!.settings
const title = computed(() =>
  truncateTo(data.value?.title.text ?? '', limitOf('search-title').pixels!.most!, (l) => estimatedPixels(l)),
)
const description = computed(() =>
  truncateTo(data.value?.description.text ?? '', limitOf('search-description').pixels!.most!, (l) =>
    estimatedPixels(l, 14),
  ),
)
const widths = computed(() => [
  { what: 'Title', is: estimatedPixels(data.value?.title.text ?? ''), most: limitOf('search-title').pixels!.most! },
  {
    what: 'Description',
    is: estimatedPixels(data.value?.description.text ?? '', 14),
    most: limitOf('search-description').pixels!.most!,
  },
])
const fromWords: Record<string, string> = {
  'search-title': '',
  name: 'title: the name',
  sku: 'title: the SKU, as there is no name',
  'search-description': '',
  summary: 'description: the summary',
  description: 'description: the first paragraph of the description',
}
const borrowed = computed(() =>
  [
    fromWords[data.value?.title.from ?? ''],
    fromWords[data.value?.description.from ?? ''],
    data.value?.slug.from === 'made' ? 'slug: from name and SKU' : '',
  ]
    .filter(Boolean)
    .join('; '),
)
</script>

<template>
  <section v-if="!data" class="min-h-[136px]" aria-hidden="true" />
  <section v-else class="px-5 pt-2" aria-label="In search results">
    <div
      class="max-w-[640px] border-l-[3px] border-hair2 pl-3"
      :lang="language"
      :dir="directionOf(language)"
      role="img"
      :aria-label="`Search result: ${title.shown}. ${description.shown}`"
    >
      <p class="font-serif text-[17px] font-semibold leading-snug">{{ title.shown }}</p>
      <p class="font-serif leading-snug">{{ description.shown || '–' }}</p>
      <p class="code truncate" dir="ltr">{{ storefront }} / {{ language }} / {{ data.slug.text }}</p>
    </div>
    <p class="flex flex-wrap items-center gap-x-5 gap-y-1 pt-1.5 text-[12px] text-ink2">
      <span v-for="w in widths" :key="w.what" class="inline-row"
        >{{ w.what }}
        <progress
          class="bar h-1 w-24"
          :value="Math.min(w.is, w.most)"
          :max="w.most"
          :aria-label="`${w.what}: ${w.is} of ${w.most} pixels`"
        />
        {{ ' '
        }}<span :class="{ 'font-semibold text-ochre': w.is > w.most }">{{ w.is }} of {{ w.most }} pixels</span></span
      >
      <span v-if="borrowed">{{ borrowed }}</span>
      <span v-if="data.slug.former.length"
        >{{
          data.slug.former.length === 1 ? 'One former slug leads' : `${data.slug.former.length} former slugs lead`
        }}
        here: <span class="code">{{ data.slug.former.slice(0, 4).join(', ') }}</span></span
      >
    </p>
    <ul v-if="data.findings.length" class="pt-1 text-[12px] text-ochre" aria-label="Findings about search texts">
      <li v-for="(f, i) in data.findings" :key="i">
        {{ setup.label(setup.attributes.get(f.field)?.labels, f.field) }}: {{ f.message }}
      </li>
    </ul>
  </section>
</template>
