<script setup lang="ts">
const setup = useSetupStore()
const session = useSessionStore()
const { data, problem } = useAnswer('listTypes', () => ({}))
useKeys('Product types', [
  {
    keys: 'n',
    does: 'New product type',
    run: () => {
      if (session.maySetUp) void navigateTo('/settings/types/new')
    },
  },
])
</script>

<template>
  <div class="page">
    <PageHead stage="settings" title="Product types">
      <template #actions
        ><NuxtLink v-if="session.maySetUp" class="act" to="/settings/types/new"
          >New product type <span class="key">n</span></NuxtLink
        ></template
      >
    </PageHead>
    <p v-if="problem" class="px-5 text-madder" role="alert">{{ problem.sentence }}</p>
    <div class="page-body" tabindex="0" aria-label="Product types">
      <table class="listing">
        <colgroup>
          <col class="w-[28%]" />
          <col class="w-[11%]" />
          <col class="w-[11%]" />
          <col class="w-[11%]" />
          <col />
        </colgroup>
        <thead>
          <tr>
            <th>Name</th>
            <th class="text-right">Products</th>
            <th class="text-right">Attributes</th>
            <th class="text-right">Required</th>
            <th>No name in</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="t in data?.items" :key="t.code">
            <td>
              <NuxtLink class="font-semibold hover:underline" :to="`/settings/types/${segment(t.code)}`">{{
                setup.label(t.labels, t.code)
              }}</NuxtLink>
              {{ ' ' }}<span class="code ml-1.5">{{ t.code }}</span>
            </td>
            <td class="text-right">
              <NuxtLink class="hover:underline" :to="{ path: '/catalogue', query: { type: t.code } }">{{
                numberShown(t.products)
              }}</NuxtLink>
            </td>
            <td class="text-right">{{ t.attributes }}</td>
            <td class="text-right">{{ t.required }}</td>
            <td class="text-ink2">{{ setup.languagesWithout(t.labels).map(languageName).join(', ') }}</td>
          </tr>
        </tbody>
      </table>
      <EmptyState v-if="data?.items.length === 0">No product types yet. </EmptyState>
    </div>
  </div>
</template>
