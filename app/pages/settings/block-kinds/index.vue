<script setup lang="ts">
const session = useSessionStore()
const { data, problem } = useAnswer('listBlockKinds', () => ({}))
useKeys('Block types', [
  {
    keys: 'n',
    does: 'New block type',
    run: () => {
      if (session.mayEdit) void navigateTo('/settings/block-kinds/new')
    },
  },
])
</script>

<template>
  <div class="page">
    <PageHead stage="settings" title="Block types">
      <template #line>Blocks with named fields, set up once and used many times.</template>
      <template #actions
        ><NuxtLink v-if="session.mayEdit" class="act" to="/settings/block-kinds/new"
          >New block type <span class="key">n</span></NuxtLink
        ></template
      >
    </PageHead>
    <p v-if="problem" class="px-5 text-madder" role="alert">{{ problem.sentence }}</p>
    <div class="page-body" tabindex="0" aria-label="Block types">
      <table v-if="data?.items.length" class="listing">
        <colgroup>
          <col class="w-[30%]" />
          <col />
          <col class="w-[14%]" />
        </colgroup>
        <thead>
          <tr>
            <th>Name</th>
            <th>Fields</th>
            <th class="text-right">Blocks</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="k in data.items" :key="k.code">
            <td class="truncate">
              <NuxtLink class="font-semibold hover:underline" :to="`/settings/block-kinds/${segment(k.code)}`">{{
                k.name
              }}</NuxtLink>
            </td>
            <td class="truncate text-ink2">
              {{ k.fields.map((f) => f.code).join(', ') }}{{ k.many ? ', repeatable' : '' }}
            </td>
            <td class="text-right">{{ k.blocks }}</td>
          </tr>
        </tbody>
      </table>
      <EmptyState v-else-if="data"
        >No block types yet. A block type defines the fields of its blocks: heading, text, link, picture.
      </EmptyState>
    </div>
  </div>
</template>
