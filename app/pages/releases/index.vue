<script setup lang="ts">
import type { StorefrontRelease } from '@contracts/release'
import { timesWords } from '@core/release/plan'
import { byWhomShown, releaseName, releaseStateWords } from '~/components/releases/releaseWords'

const setup = useSetupStore()
const session = useSessionStore()
const jobs = useJobsStore()
const lens = useLensStore()
const { data, problem } = useAnswer('storefrontReleases', () => ({}), {
  on: () => jobs.standing((kind) => kind === 'release'),
})
const plans = useAnswer('listPlans', () => ({ query: {} }), { on: () => jobs.standing((kind) => kind === 'release') })
const plansOf = (storefront: string) => (plans.data.value?.items ?? []).filter((p) => p.storefront === storefront)
const changes = useAnswer('unreleasedChanges', () => ({}), { on: () => jobs.standing((kind) => kind === 'release') })
/** What is not released yet: 12 products, 300 not compared yet. */
function changedWords({ storefront }: StorefrontRelease): string {
  const found = changes.data.value?.items.find((c) => c.storefront === storefront)
  if (!found) return ''
  const { products, unknown } = found
  if (products + unknown === 0) return 'none'
  const known = products > 0 || unknown === 0 ? [countShown(products, 'product')] : []
  return [...known, ...(unknown > 0 ? [`${numberShown(unknown)} not compared yet`] : [])].join(', ')
}
const rows = computed(() => data.value?.items ?? [])
const creating = ref(false)
const storefront = ref('')
function create(code: string) {
  if (!session.mayEdit) return
  storefront.value = code
  creating.value = true
}
const releaseLink = (id: number) => ({ path: `/releases/${id}`, query: lens.query })
const liveSince = ({ live }: StorefrontRelease) => (live?.live ? byWhomShown(live.live) : '')
useKeys('Releases', [
  { keys: 'n', does: 'New release of the storefront in the lens', run: () => create(lens.storefront) },
])
</script>

<template>
  <div class="page">
    <PageHead title="Releases">
      <template #line>What shoppers get in each storefront, and what is being prepared for them.</template>
    </PageHead>
    <p v-if="problem" class="px-5 text-madder" role="alert">{{ problem.sentence }}</p>
    <div class="page-body" tabindex="0" aria-label="Releases by storefront">
      <table v-if="data" class="listing">
        <colgroup>
          <col class="w-[18%]" />
          <col class="w-[11%]" />
          <col class="w-[20%]" />
          <col class="w-[8%]" />
          <col class="w-[14%]" />
          <col />
          <col class="w-[11%]" />
        </colgroup>
        <thead>
          <tr>
            <th>Storefront</th>
            <th>Live</th>
            <th>Since</th>
            <th class="figure">Pages</th>
            <th>Unreleased changes</th>
            <th>In preparation</th>
            <th><span class="sr-only">Action</span></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in rows" :key="row.storefront">
            <td :class="`thread-${row.storefront}`">
              <span class="inline-row"
                ><span class="dot" /><NuxtLink
                  class="font-semibold hover:underline"
                  :to="{ path: `/releases/storefronts/${row.storefront}`, query: lens.query }"
                  >{{ setup.storefrontName(row.storefront) }}</NuxtLink
                ></span
              >
            </td>
            <td>
              <NuxtLink v-if="row.live" class="hover:underline" :to="releaseLink(row.live.id)">{{
                releaseName(row.live)
              }}</NuxtLink><span v-else class="text-ink2">nothing yet</span>
            </td>
            <td class="text-ink2">{{ liveSince(row) }}</td>
            <td class="figure">{{ numberShown(row.pages) }}</td>
            <td class="text-ink2">{{ changedWords(row) }}</td>
            <td>
              <p v-for="r in row.open" :key="r.id">
                <NuxtLink class="hover:underline" :to="releaseLink(r.id)">{{ r.title }}</NuxtLink>{{ ' '
                }}<span class="text-ink2">{{ releaseStateWords(r) }}</span>
              </p>
              <p v-for="p in plansOf(row.storefront)" :key="p.id" :class="p.stopped ? 'text-madder' : 'text-ink2'">
                {{ timesWords(p) }}: {{ p.title }}<template v-if="p.stopped">, stopped</template
                ><template v-else-if="p.paused">, paused</template>
              </p>
            </td>
            <td class="text-right">
              <button
                v-if="session.mayEdit"
                type="button"
                class="plain min-h-6"
                :aria-label="`New release of ${setup.storefrontName(row.storefront)}`"
                @click="create(row.storefront)"
              >
                New release
              </button>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <NewRelease v-if="storefront" v-model="creating" :storefront="storefront" />
  </div>
</template>
