<script setup lang="ts">
const session = useSessionStore()
const { data, problem } = useAnswer('listQuestionSets', () => ({}))
useKeys('Question sets', [
  {
    keys: 'n',
    does: 'New set',
    run: () => {
      if (session.mayEdit) void navigateTo('/questions/new')
    },
  },
])
</script>

<template>
  <div class="flex h-full flex-col">
    <LibraryHead
      ><NuxtLink v-if="session.mayEdit" class="act" :to="{ path: '/library/new', query: { kind: 'question' } }"
        >New question</NuxtLink
      ><NuxtLink v-if="session.mayEdit" class="act" to="/questions/new"
        >New set <span class="key">n</span></NuxtLink
      ></LibraryHead
    >
    <div class="flex items-baseline gap-4 px-5 pb-2.5 pt-2">
      <h1>Question sets</h1>
      <span class="text-ink2"
        >Each question is written once. All questions in one area of a page form one FAQ, without duplicates.</span
      >
    </div>
    <p v-if="problem" class="px-5 text-madder" role="alert">{{ problem.sentence }}</p>
    <div class="min-h-0 flex-1 overflow-auto border-t border-hair2 bg-sheet" tabindex="0" aria-label="Question sets">
      <table v-if="data?.items.length" class="w-full table-fixed text-left">
        <colgroup>
          <col class="w-[32%]" />
          <col class="w-[12%]" />
          <col class="w-[26%]" />
          <col />
        </colgroup>
        <thead class="sticky top-0 bg-sheet text-[12.5px]">
          <tr class="border-b border-hair2">
            <th class="px-5 py-1.5">Name</th>
            <th class="pr-6 text-right">Questions</th>
            <th class="pr-3">Assigned by</th>
            <th class="pr-5">Note</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="s in data.items" :key="s.code" class="border-b border-hair hover:bg-shade">
            <td class="truncate px-5 py-1.5">
              <NuxtLink class="font-semibold hover:underline" :to="`/questions/${segment(s.code)}`">{{
                s.name
              }}</NuxtLink>
            </td>
            <td class="pr-6 text-right">{{ s.questions.length }}</td>
            <td class="truncate pr-3">
              <template v-for="(a, i) in s.assignments" :key="a.code"
                ><template v-if="i">, </template
                ><NuxtLink class="plain" :to="`/assignments/${segment(a.code)}`">{{ a.name }}</NuxtLink></template
              ><span v-if="s.assignments.length === 0" class="text-ink2">none; products or types may use it</span>
            </td>
            <td class="truncate pr-5 text-ink2">{{ s.note }}</td>
          </tr>
        </tbody>
      </table>
      <p v-else-if="data" class="p-10 text-center text-ink2">
        <LoomMark :size="40" class="mx-auto mb-3 opacity-60" />No sets yet. Write questions and group those that belong
        to the same products.
      </p>
    </div>
  </div>
</template>
