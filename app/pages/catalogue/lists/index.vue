<script setup lang="ts">
const session = useSessionStore()
const { data, problem } = useAnswer('listLists', () => ({}))
const shownIn = (code: string) => ({
  path: '/catalogue',
  query: { where: JSON.stringify({ field: 'list', is: 'equals', value: code }) },
})
useKeys('Named lists', [
  {
    keys: 'n',
    does: 'New list',
    run: () => {
      if (session.mayEdit) void navigateTo('/catalogue/lists/new')
    },
  },
])
</script>

<template>
  <div class="page">
    <PageHead stage="catalogue" title="Named lists">
      <template #line>Products kept together by hand, for rules, files and bulk edits.</template>
      <template #actions>
        <NuxtLink v-if="session.mayEdit" class="act" to="/catalogue/lists/new"
          >New list <span class="key">n</span></NuxtLink
        >
      </template>
    </PageHead>
    <p v-if="problem" class="px-5 text-madder" role="alert">{{ problem.sentence }}</p>
    <div class="page-body" tabindex="0" aria-label="Named lists">
      <table v-if="data?.items.length" class="listing">
        <colgroup>
          <col class="w-[36%]" />
          <col class="w-[12%]" />
          <col />
          <col class="w-[16%]" />
        </colgroup>
        <thead>
          <tr>
            <th>Name</th>
            <th class="pr-6 text-right">Products</th>
            <th>Note</th>
            <th><span class="sr-only">Action</span></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="l in data.items" :key="l.code">
            <td class="truncate">
              <NuxtLink class="font-semibold hover:underline" :to="`/catalogue/lists/${segment(l.code)}`">{{
                l.name
              }}</NuxtLink>
            </td>
            <td class="pr-6 text-right">{{ numberShown(l.products) }}</td>
            <td class="truncate text-ink2">{{ l.note }}</td>
            <td class="text-right">
              <NuxtLink class="plain" :to="shownIn(l.code)"
                >show in catalogue<span class="sr-only">: {{ l.name }}</span></NuxtLink
              >
            </td>
          </tr>
        </tbody>
      </table>
      <EmptyState v-else-if="data"
        >No lists yet. Select products in the catalogue and add them to a list; rules, files and bulk edits can use it.
      </EmptyState>
    </div>
  </div>
</template>
