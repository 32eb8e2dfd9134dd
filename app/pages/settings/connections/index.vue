<script setup lang="ts">
import { connectionStateWords, kindWords, tryWords, whenWords } from '~/components/settings/connectionWords'

const session = useSessionStore()
const { data, problem } = useAnswer('listConnections', () => (session.mayAdminister ? {} : undefined))
const connections = computed(() => data.value?.items ?? [])
useKeys('Connections', [
  {
    keys: 'n',
    does: 'New connection',
    run: () => {
      if (session.mayAdminister) void navigateTo('/settings/connections/new')
    },
  },
])
</script>

<template>
  <div class="page">
    <PageHead stage="settings" title="Connections">
      <template #line>Other systems that are told when something happens, or are given what is released.</template>
      <template #actions
        ><NuxtLink v-if="session.mayAdminister" class="act" to="/settings/connections/new">
          New connection <span class="key">n</span>
        </NuxtLink></template
      >
    </PageHead>
    <p v-if="!session.mayAdminister" class="px-5 text-ink2">Only administrators can see and create connections.</p>
    <p v-else-if="problem" class="px-5 text-madder" role="alert">{{ problem.sentence }}</p>
    <EmptyState v-else-if="data && connections.length === 0">
      There are no connections. A shop’s cache can be told which pages have changed, for instance, or a marketplace be
      given a file after each release.
    </EmptyState>
    <div v-else-if="connections.length > 0" class="page-body" tabindex="0" aria-label="Connections">
      <table class="listing">
        <colgroup>
          <col class="w-[18%]" />
          <col class="w-[16%]" />
          <col class="w-[20%]" />
          <col class="w-[14%]" />
          <col class="w-[11%]" />
          <col />
        </colgroup>
        <thead>
          <tr>
            <th>Name</th>
            <th>Sends</th>
            <th>When</th>
            <th>State</th>
            <th>Failed</th>
            <th>Last try</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="c in connections" :key="c.code">
            <td class="truncate">
              <NuxtLink class="font-semibold hover:underline" :to="`/settings/connections/${segment(c.code)}`">{{
                c.name
              }}</NuxtLink>
            </td>
            <td class="truncate" :title="kindWords[c.kind]">{{ kindWords[c.kind] }}</td>
            <td class="truncate" :title="whenWords(c)">{{ whenWords(c) }}</td>
            <td class="truncate" :class="{ 'text-madder': !c.resting && c.verified === null }">
              {{ connectionStateWords(c) }}
            </td>
            <td :class="c.dead > 0 ? 'text-madder' : 'text-ink2'">{{ countShown(c.dead, 'message') }}</td>
            <td class="truncate text-ink2" :title="c.last ? tryWords(c.last) : undefined">
              <template v-if="c.last">{{ whenShown(c.last.at) }} · {{ tryWords(c.last) }}</template>
              <template v-else>none yet</template>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
  </div>
</template>
