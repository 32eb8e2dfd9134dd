<script setup lang="ts">
import type { HouseStyle } from '@core/house-style/style'
import { specialness, styleSentence } from '~/components/settings/styleWords'

const setup = useSetupStore()
const session = useSessionStore()
const { data, problem } = useAnswer('listStyles', () => ({}))
const rows = computed(() =>
  [
    ...(data.value?.first ?? []).map((s) => ({ ...s, first: true })),
    ...(data.value?.items ?? []).map((s) => ({ ...s, first: false })),
  ].sort((a, b) => specialness(a) - specialness(b) || Number(b.first) - Number(a.first) || (a.code < b.code ? -1 : 1)),
)
const field = (s: HouseStyle) =>
  s.field === null ? 'every text' : setup.label(setup.attributes.get(s.field)?.labels, s.field)
useKeys('House style', [
  {
    keys: 'n',
    does: 'New rule set',
    run: () => {
      if (session.mayEdit) void navigateTo('/settings/house-style/new')
    },
  },
])
</script>

<template>
  <div class="page">
    <PageHead stage="settings" title="House style">
      <template #line
        >Rules for texts, from general to specific. The more specific rule set wins; word lists are combined.</template
      >
      <template #actions
        ><NuxtLink v-if="session.mayEdit" class="act" to="/settings/house-style/new"
          >New rule set <span class="key">n</span></NuxtLink
        ></template
      >
    </PageHead>
    <p v-if="problem" class="px-5 text-madder" role="alert">{{ problem.sentence }}</p>
    <div class="page-body" tabindex="0" aria-label="Rule sets of the house style">
      <table class="listing">
        <colgroup>
          <col class="w-[20%]" />
          <col class="w-[16%]" />
          <col class="w-[18%]" />
          <col />
        </colgroup>
        <thead>
          <tr>
            <th>Text</th>
            <th>Storefront</th>
            <th>Language</th>
            <th>Rules</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="s in rows" :key="`${s.first} ${s.code}`">
            <td class="truncate">
              <NuxtLink
                v-if="!s.first"
                class="font-semibold hover:underline"
                :to="`/settings/house-style/${segment(s.code)}`"
                >{{ field(s) }}</NuxtLink><span v-else>{{ field(s) }}</span>
            </td>
            <td class="truncate" :class="[s.storefront ? `thread-${s.storefront}` : 'text-ink2']">
              <template v-if="s.storefront"
                ><span class="dot mr-1.5" />{{ setup.storefrontName(s.storefront) }}</template
              ><template v-else>all</template>
            </td>
            <td class="truncate" :class="{ 'text-ink2': !s.language }">
              {{ s.language ? languageName(s.language) : 'all' }}
            </td>
            <td class="truncate text-ink2" :title="styleSentence(s.settings)">
              {{ styleSentence(s.settings) }}<small v-if="s.first" class="pl-2">built-in defaults</small>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
  </div>
</template>
