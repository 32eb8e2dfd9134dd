<script setup lang="ts">
import { campaignThatRests } from '@core/assignments/campaign'
import { localWords } from '@core/moments/words'

const lens = useLensStore()
const setup = useSetupStore()
const session = useSessionStore()
const now = session.now()
const stateIn = (code: string, storefront: string) => {
  const shop = setup.storefronts.find((s) => s.code === storefront)!
  return (
    campaignThatRests(
      setup.campaigns.get(code),
      storefront,
      shop.timeZone,
      lens.moment ? Date.parse(lens.moment) : now,
    ) === undefined
  )
}
const rows = computed(() =>
  [...setup.campaigns.values()].map((c) => ({
    ...c,
    runs: setup.storefronts.filter((s) => stateIn(c.code, s.code)).map((s) => s.code),
  })),
)
const day = (local: string | null) => (local === null ? 'open' : localWords(local))
useKeys('Campaigns', [
  {
    keys: 'n',
    does: 'New campaign',
    run: () => {
      if (session.mayEdit) void navigateTo('/campaigns/new')
    },
  },
])
</script>

<template>
  <div class="page">
    <PageHead stage="campaigns" title="Campaigns">
      <template #line
        >Periods in some storefronts to which assignments belong. “Running” is as of the date in the lens.</template
      >
      <template #actions
        ><NuxtLink v-if="session.mayEdit" class="act" to="/campaigns/new"
          >New campaign <span class="key">n</span></NuxtLink
        ></template
      >
    </PageHead>
    <div class="page-body" tabindex="0" aria-label="Campaigns">
      <table v-if="rows.length" class="listing">
        <colgroup>
          <col class="w-[24%]" />
          <col class="w-[16%]" />
          <col class="w-[16%]" />
          <col class="w-[24%]" />
          <col />
        </colgroup>
        <thead>
          <tr>
            <th>Name</th>
            <th>From</th>
            <th>To</th>
            <th>Storefronts</th>
            <th>Running</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="c in rows" :key="c.code">
            <td class="truncate">
              <NuxtLink class="font-semibold hover:underline" :to="`/campaigns/${segment(c.code)}`">{{
                c.name
              }}</NuxtLink>
            </td>
            <td>{{ day(c.from) }}</td>
            <td>{{ day(c.to) }}</td>
            <td class="truncate">
              {{ c.storefronts.length === 0 ? 'all' : c.storefronts.map(setup.storefrontName).join(', ') }}
            </td>
            <td class="truncate">
              <span v-if="c.runs.length" class="text-weld"
                >in {{ c.runs.length }} of {{ c.storefronts.length || setup.storefronts.length }}</span
              ><span v-else class="text-ink2">not now</span>
            </td>
          </tr>
        </tbody>
      </table>
      <EmptyState v-else>No campaigns yet. Create one, then choose it in assignments. </EmptyState>
    </div>
  </div>
</template>
