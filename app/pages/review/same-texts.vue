<script setup lang="ts">
import type { SameTexts } from '@contracts/search'
import { attributeTypes } from '@core/attributes/types/registry'
import { directionOf } from '@core/language/chain'

const lens = useLensStore()
const setup = useSetupStore()
const fields = computed(() =>
  [...setup.attributes.values()].filter((a) => a.translatable && attributeTypes[a.type].isText),
)
const field = ref('description')
const { result, failure, busy, start } = useJobResult<SameTexts>()
const look = () => start(() => call('sameTexts', { body: { field: field.value, language: lens.language } }))
useKeys('Duplicate texts', [
  {
    keys: 'Ctrl+Enter',
    does: 'Search',
    always: true,
    run: () => {
      if (!busy.value) void look()
    },
  },
])
</script>

<template>
  <div class="page">
    <PageHead stage="review" title="Duplicate texts">
      <form class="cluster flex-1" @submit.prevent="look">
        <label class="text-ink2"
          >Compare<SelectField
            v-model="field"
            class="ml-2"
            :options="fields.map((a) => option(a.code, setup.label(a.labels, a.code)))"
        /></label>
        <span class="text-ink2">of all products in {{ languageName(lens.language) }}</span>
        <button class="act main" type="submit" :disabled="busy">
          {{ busy ? 'Searching …' : 'Search' }} <span class="opacity-70">Ctrl Enter</span>
        </button>
        <span v-if="result" class="ml-auto text-ink2" role="status"
          >{{ countShown(result.looked, 'text') }}, {{ numberShown(result.groupCount) }}
          {{ result.groupCount === 1 ? 'group is' : 'groups are' }} duplicated on
          {{ countShown(result.products, 'product') }}</span
        >
      </form>
    </PageHead>
    <p v-if="failure" class="px-5 text-madder" role="alert">{{ failure }}</p>
    <div class="page-body" tabindex="0" aria-label="Duplicate texts">
      <section
        v-for="(g, i) in result?.groups ?? []"
        :key="i"
        class="border-b border-hair px-5 py-2.5"
        :aria-label="`Group ${i + 1}`"
      >
        <h2 class="text-[13.5px]">
          {{ countShown(g.products, 'product') }},
          {{ g.least === 1 ? 'word for word' : `similar: ${Math.floor(g.least * 100)}%` }}
        </h2>
        <div v-for="(t, j) in g.texts" :key="j" class="grid grid-cols-[minmax(0,1fr)_300px] gap-5 pt-1">
          <p class="line-clamp-3 font-serif" :lang="lens.language" :dir="directionOf(lens.language)">{{ t.text }}</p>
          <p class="flex flex-wrap content-start gap-x-2.5">
            <NuxtLink
              v-for="s in t.skus"
              :key="s"
              class="plain code self-start"
              :to="{ path: `/catalogue/${segment(s)}`, query: { field } }"
              >{{ s }}</NuxtLink><span v-if="t.products > t.skus.length" class="text-ink2"
              >and {{ numberShown(t.products - t.skus.length) }} more</span
            >
          </p>
        </div>
      </section>
      <EmptyState v-if="result && result.groups.length === 0">No duplicate texts. </EmptyState>
      <EmptyState v-else-if="!result && !busy"
        >Shoppers and search engines cannot tell products with the same text apart. Inline values are ignored in the
        comparison.
      </EmptyState>
    </div>
  </div>
</template>
