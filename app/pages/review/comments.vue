<script setup lang="ts">
import type { PageComment } from '@contracts/previews'

/** What people said of pages who were sent a preview. */
const setup = useSetupStore()
const route = useRoute()
const router = useRouter()
const states = { open: 'Open', settled: 'Resolved', all: 'All' } as const
type State = keyof typeof states
const isState = (s: unknown): s is State => typeof s === 'string' && s in states
const state = computed<State>({
  get: () => (isState(route.query.state) ? route.query.state : 'open'),
  set: (to) => void router.replace({ query: { ...route.query, state: to === 'open' ? undefined : to } }),
})
const mine = ref(false)
const { items, first, hasMore, showMore, problem, refresh } = useMore('listPageComments', (cursor) => ({
  query: { state: state.value, mine: mine.value, ...(cursor === undefined ? {} : { cursor }) },
}))
const editionOf = ({ storefront, language }: PageComment) => `${storefront}/${language}`
/** Where the page can be looked at: in the release that it was shown from, in the catalogue, or in its storefront. */
function pageOf(c: PageComment) {
  if (c.release !== null) return { path: `/releases/${c.release}` }
  if (c.kind !== 'product') return { path: `/settings/storefronts/${segment(c.storefront)}` }
  return { path: `/catalogue/${segment(c.key)}`, query: { in: editionOf(c) } }
}
</script>

<template>
  <div class="page">
    <PageHead stage="review" title="Comments">
      <template #line>From people who were sent a preview.</template>
      <template #controls>
        <SelectField v-model="state" label="Which comments" :options="wordsOf(states)" />
        <CheckBox v-model="mine">Only on what I shared</CheckBox>
      </template>
    </PageHead>
    <p v-if="problem" class="px-5 text-madder" role="alert">{{ problem.sentence }}</p>
    <EmptyState v-else-if="first && items.length === 0">
      <template v-if="state === 'open'"
        >No open comments. Share a preview from a product’s proof or a release.</template
      >
      <template v-else>No comments.</template>
    </EmptyState>
    <div v-else class="page-body" tabindex="0" aria-label="Comments">
      <ul>
        <li v-for="c in items" :key="c.id" class="comment-line">
          <div class="min-w-0">
            <NuxtLink class="font-semibold hover:underline" :to="pageOf(c)">{{ c.title }}</NuxtLink>
            <p v-if="c.part" class="truncate">{{ c.part.title }}</p>
            <p class="fine-line" :class="`thread-${c.storefront}`">
              <span class="dot mr-1.5" />{{ setup.editionName(c.storefront, c.language) }}
            </p>
            <p v-if="c.audience" class="fine-line">shared with {{ c.audience }}</p>
          </div>
          <StaffComment :comment="c" @changed="refresh" />
        </li>
      </ul>
      <div v-if="hasMore" class="p-4"><button class="act" type="button" @click="showMore">Show more</button></div>
    </div>
  </div>
</template>

<style scoped>
.comment-line {
  display: grid;
  grid-template-columns: 260px minmax(0, 700px);
  gap: 4px 24px;
  padding: 10px 20px;
  border-bottom: 1px solid var(--hair);
}
@media (max-width: 760px) {
  .comment-line {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
