<script setup lang="ts">
import { limitWords } from '@core/assignments/limits'
import type { ComposedPage } from '@core/composed/page'

/** The pages that are put together from sections. */
const setup = useSetupStore()
const session = useSessionStore()
const lens = useLensStore()
const q = ref('')
const { data, problem } = useAnswer('listComposedPages', () => ({ query: { q: q.value, limit: 500 } }), { wait: 120 })
const items = computed(() => data.value?.items ?? [])
const written = ({ titles }: ComposedPage) => Object.values(titles).filter((text) => text !== '').length
useKeys('Pages', [
  {
    keys: 'n',
    does: 'New page',
    run: () => {
      if (session.mayEdit) void navigateTo({ path: '/pages/new', query: lens.query })
    },
  },
])
</script>

<template>
  <div class="page">
    <PageHead stage="campaigns" title="Pages">
      <template #line
        >Landing pages: put together from sections, at addresses of their own, for as long as you say.</template
      >
      <template #controls>
        <TextField v-model="q" type="search" class="w-64" label="Search pages" placeholder="Search pages" />
      </template>
      <template #actions>
        <NuxtLink v-if="session.mayEdit" class="act" :to="{ path: '/pages/new', query: lens.query }"
          >New page <span class="key">n</span></NuxtLink
        >
      </template>
    </PageHead>
    <p v-if="problem" class="px-5 text-madder" role="alert">{{ problem.sentence }}</p>
    <div class="page-body" tabindex="0" aria-label="Pages">
      <table v-if="items.length" class="listing">
        <colgroup>
          <col class="w-[30%]" />
          <col class="w-[26%]" />
          <col class="w-[14%]" />
          <col />
        </colgroup>
        <thead>
          <tr>
            <th>Name</th>
            <th>Address</th>
            <th>Languages</th>
            <th>Where and when</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="p in items" :key="p.code">
            <td class="truncate">
              <NuxtLink
                class="font-semibold hover:underline"
                :to="{ path: `/pages/${segment(p.code)}`, query: lens.query }"
                >{{ p.name }}</NuxtLink><small v-if="p.resting" class="ml-2 text-ochre">paused</small>
            </td>
            <td class="truncate">{{ p.slugs[lens.language] ?? p.slugs[setup.source] ?? p.code }}</td>
            <td>{{ numberShown(written(p)) }}</td>
            <td class="truncate">{{ limitWords(p.limits, setup.forCore) || 'everywhere, always' }}</td>
          </tr>
        </tbody>
      </table>
      <EmptyState v-else-if="data">{{
        q === '' ? 'No pages yet. Create one, add sections, and release the storefront.' : 'No page matches.'
      }}</EmptyState>
    </div>
  </div>
</template>
