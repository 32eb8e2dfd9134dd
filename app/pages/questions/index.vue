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
  <div class="page">
    <PageHead stage="library" title="Question sets">
      <template #line
        >Each question is written once. All questions in one area of a page form one FAQ, without duplicates.</template
      >
      <template #actions
        ><NuxtLink v-if="session.mayEdit" class="act" :to="{ path: '/library/new', query: { kind: 'question' } }"
          >New question</NuxtLink
        ><NuxtLink v-if="session.mayEdit" class="act" to="/questions/new"
          >New set <span class="key">n</span></NuxtLink
        ></template
      >
    </PageHead>
    <p v-if="problem" class="px-5 text-madder" role="alert">{{ problem.sentence }}</p>
    <div class="page-body" tabindex="0" aria-label="Question sets">
      <table v-if="data?.items.length" class="listing">
        <colgroup>
          <col class="w-[32%]" />
          <col class="w-[12%]" />
          <col class="w-[26%]" />
          <col />
        </colgroup>
        <thead>
          <tr>
            <th>Name</th>
            <th class="pr-6 text-right">Questions</th>
            <th>Assigned by</th>
            <th>Note</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="s in data.items" :key="s.code">
            <td class="truncate">
              <NuxtLink class="font-semibold hover:underline" :to="`/questions/${segment(s.code)}`">{{
                s.name
              }}</NuxtLink>
            </td>
            <td class="pr-6 text-right">{{ s.questions.length }}</td>
            <td class="truncate">
              <template v-for="(a, i) in s.assignments" :key="a.code"
                ><template v-if="i">, </template
                ><NuxtLink class="plain" :to="`/assignments/${segment(a.code)}`">{{ a.name }}</NuxtLink></template
              ><span v-if="s.assignments.length === 0" class="text-ink2">none; products or types may use it</span>
            </td>
            <td class="truncate text-ink2">{{ s.note }}</td>
          </tr>
        </tbody>
      </table>
      <EmptyState v-else-if="data"
        >No sets yet. Write questions and group those that belong to the same products.
      </EmptyState>
    </div>
  </div>
</template>
