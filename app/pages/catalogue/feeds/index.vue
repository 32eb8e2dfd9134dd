<script setup lang="ts">
import type { ListedFeed } from '@contracts/feeds'
import { everyInWords } from '~/components/imports/feedWords'

const session = useSessionStore()
const jobs = useJobsStore()
const { data, problem, refresh } = useAnswer('listFeeds', () => ({}))
// What the worker does with feeds meanwhile is seen when their jobs end.
watch(
  () => jobs.standing((kind) => kind === 'feed'),
  () => void refresh(),
)
async function run(f: ListedFeed) {
  try {
    await call('runFeed', { params: { code: f.code } })
    tell(`Checking ${f.name}`)
  } catch (e) {
    tellProblem(e)
  }
}
useKeys('Feeds', [
  {
    keys: 'n',
    does: 'New feed',
    run: () => {
      if (session.mayAdminister) void navigateTo('/catalogue/feeds/new')
    },
  },
])
</script>

<template>
  <div class="page">
    <PageHead stage="catalogue" title="Feeds">
      <template #line>Files of suppliers that are fetched and imported whenever they change.</template>
      <template #actions>
        <NuxtLink v-if="session.mayAdminister" class="act" to="/catalogue/feeds/new"
          >New feed <span class="key">n</span></NuxtLink
        >
      </template>
    </PageHead>
    <p v-if="problem" class="px-5 text-madder" role="alert">{{ problem.sentence }}</p>
    <div class="page-body" tabindex="0" aria-label="Feeds">
      <table v-if="data?.items.length" class="listing">
        <colgroup>
          <col class="w-[24%]" />
          <col class="w-[26%]" />
          <col class="w-[14%]" />
          <col />
          <col class="w-[11%]" />
        </colgroup>
        <thead>
          <tr>
            <th>Name</th>
            <th>From</th>
            <th>Checked</th>
            <th>Last check</th>
            <th><span class="sr-only">Action</span></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="f in data.items" :key="f.code">
            <td>
              <NuxtLink class="font-semibold hover:underline" :to="`/catalogue/feeds/${segment(f.code)}`">{{
                f.name
              }}</NuxtLink>
            </td>
            <td class="break-words">
              <span class="code">{{ f.source === 'folder' ? `folder ${f.place}` : f.place }}</span>
            </td>
            <td class="text-ink2">{{ f.resting ? 'paused' : everyInWords(f.everyMinutes) }}</td>
            <td>
              {{ f.ended ?? 'not checked yet'
              }}<span v-if="f.looked" class="block text-[12px] text-ink2"
                >{{ whenShown(f.looked)
                }}<template v-if="f.job">
                  ·
                  <NuxtLink class="plain" :to="{ path: '/catalogue/import', query: { job: f.job } }"
                    >report</NuxtLink
                  ></template
                ></span
              >
            </td>
            <td class="text-right">
              <button v-if="session.mayEdit" type="button" class="plain" @click="run(f)">
                check now<span class="sr-only"> at {{ f.name }}</span>
              </button>
            </td>
          </tr>
        </tbody>
      </table>
      <EmptyState v-else-if="data"
        >No feeds yet. A feed fetches a file from a folder or address and imports it whenever it changes.<template
          v-if="!session.mayAdminister"
        >
          Only an administrator can create one.</template
        >
      </EmptyState>
    </div>
  </div>
</template>
