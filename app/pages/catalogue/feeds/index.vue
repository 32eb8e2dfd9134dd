<script setup lang="ts">
import type { ListedFeed } from '@contracts/feeds'
import { everyInWords } from '~/components/imports/feedWords'

const session = useSessionStore()
const jobs = useJobsStore()
const { data, problem, refresh } = useAnswer('listFeeds', () => ({}))
// What the worker does with feeds meanwhile is seen when their jobs end.
watch(
  () =>
    [...jobs.jobs.values()]
      .filter((j) => j.kind === 'feed')
      .map((j) => `${j.id} ${j.state}`)
      .join(),
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
  <div class="flex h-full flex-col">
    <div class="flex items-baseline gap-4 px-5 pb-2.5 pt-3.5">
      <NuxtLink to="/catalogue/import" class="code">Import</NuxtLink>
      <h1>Feeds</h1>
      <span class="text-ink2" role="status">{{ data?.items.length }}</span><NuxtLink
        v-if="session.mayAdminister"
        class="act ml-auto"
        to="/catalogue/feeds/new"
        >New feed <span class="key">n</span></NuxtLink
      >
    </div>
    <p v-if="problem" class="px-5 text-madder" role="alert">{{ problem.sentence }}</p>
    <div class="min-h-0 flex-1 overflow-auto border-t border-hair2 bg-sheet" tabindex="0" aria-label="Feeds">
      <table v-if="data?.items.length" class="w-full table-fixed text-left">
        <colgroup>
          <col class="w-[24%]" />
          <col class="w-[26%]" />
          <col class="w-[14%]" />
          <col />
          <col class="w-[11%]" />
        </colgroup>
        <thead class="sticky top-0 bg-sheet text-[12.5px]">
          <tr class="border-b border-hair2">
            <th class="px-5 py-1.5">Name</th>
            <th class="pr-3">From</th>
            <th class="pr-3">Checked</th>
            <th class="pr-3">Last check</th>
            <th><span class="sr-only">Action</span></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="f in data.items" :key="f.code" class="border-b border-hair align-top hover:bg-shade">
            <td class="px-5 py-1.5">
              <NuxtLink class="font-semibold hover:underline" :to="`/catalogue/feeds/${segment(f.code)}`">{{
                f.name
              }}</NuxtLink>
            </td>
            <td class="break-words py-1.5 pr-3">
              <span class="code">{{ f.source === 'folder' ? `folder ${f.place}` : f.place }}</span>
            </td>
            <td class="py-1.5 pr-3 text-ink2">{{ f.resting ? 'rests' : everyInWords(f.everyMinutes) }}</td>
            <td class="py-1.5 pr-3">
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
            <td class="py-1.5 pr-5 text-right">
              <button v-if="session.mayEdit" type="button" class="plain" @click="run(f)">
                check now<span class="sr-only"> at {{ f.name }}</span>
              </button>
            </td>
          </tr>
        </tbody>
      </table>
      <p v-else-if="data" class="p-10 text-center text-ink2">
        <LoomMark :size="40" class="mx-auto mb-3 opacity-60" />No feeds yet. A feed fetches a file from a folder or
        address and imports it whenever it changes.<template v-if="!session.mayAdminister">
          Only an administrator can create one.</template
        >
      </p>
    </div>
  </div>
</template>
