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
  <div class="flex h-full flex-col">
    <div class="flex items-baseline gap-4 px-5 pb-2.5 pt-3.5">
      <NuxtLink to="/catalogue" class="code">Catalogue</NuxtLink>
      <h1>Named lists</h1>
      <span class="text-ink2" role="status">{{ data?.items.length }}</span><NuxtLink
        v-if="session.mayEdit"
        class="act ml-auto"
        to="/catalogue/lists/new"
        >New list <span class="key">n</span></NuxtLink
      >
    </div>
    <p v-if="problem" class="px-5 text-madder" role="alert">{{ problem.sentence }}</p>
    <div class="min-h-0 flex-1 overflow-auto border-t border-hair2 bg-sheet" tabindex="0" aria-label="Named lists">
      <table v-if="data?.items.length" class="w-full table-fixed text-left">
        <colgroup>
          <col class="w-[36%]" />
          <col class="w-[12%]" />
          <col />
          <col class="w-[16%]" />
        </colgroup>
        <thead class="sticky top-0 bg-sheet text-[12.5px]">
          <tr class="border-b border-hair2">
            <th class="px-5 py-1.5">Name</th>
            <th class="pr-6 text-right">Products</th>
            <th class="pr-3">Note</th>
            <th><span class="sr-only">Action</span></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="l in data.items" :key="l.code" class="border-b border-hair hover:bg-shade">
            <td class="truncate px-5 py-1.5">
              <NuxtLink class="font-semibold hover:underline" :to="`/catalogue/lists/${segment(l.code)}`">{{
                l.name
              }}</NuxtLink>
            </td>
            <td class="pr-6 text-right">{{ numberShown(l.products) }}</td>
            <td class="truncate pr-3 text-ink2">{{ l.note }}</td>
            <td class="pr-5 text-right">
              <NuxtLink class="plain" :to="shownIn(l.code)"
                >show in catalogue<span class="sr-only">: {{ l.name }}</span></NuxtLink
              >
            </td>
          </tr>
        </tbody>
      </table>
      <p v-else-if="data" class="p-10 text-center text-ink2">
        <LoomMark :size="40" class="mx-auto mb-3 opacity-60" />No list yet. Mark products show in catalogue, or find
        them, and put them into one: rules, files and changes of many can name it.
      </p>
    </div>
  </div>
</template>
