<script setup lang="ts">
import { sentenceOf } from '@core/rules/sentence'

const setup = useSetupStore()
const session = useSessionStore()
const rules = computed(() =>
  [...setup.rules.values()].map((r) => ({ ...r, sentence: sentenceOf(r.rule, setup.forCore) })),
)
useKeys('Named rules', [
  {
    keys: 'n',
    does: 'New rule',
    run: () => {
      if (session.mayEdit) void navigateTo('/rules/new')
    },
  },
])
</script>

<template>
  <div class="page">
    <PageHead stage="assignments" title="Named rules">
      <template #line
        >Conditions that other rules use through the field “Named rule”, and that you change in one place.</template
      >
      <template #actions
        ><NuxtLink v-if="session.mayEdit" class="act" to="/rules/new"
          >New rule <span class="key">n</span></NuxtLink
        ></template
      >
    </PageHead>
    <div class="page-body" tabindex="0" aria-label="Named rules">
      <table v-if="rules.length" class="listing">
        <colgroup>
          <col class="w-[28%]" />
          <col />
          <col class="w-[26%]" />
        </colgroup>
        <thead>
          <tr>
            <th>Name</th>
            <th>Products</th>
            <th>Note</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="r in rules" :key="r.code">
            <td class="truncate">
              <NuxtLink class="font-semibold hover:underline" :to="`/rules/${segment(r.code)}`">{{ r.name }}</NuxtLink>
            </td>
            <td class="font-serif italic">{{ r.sentence }}</td>
            <td class="truncate text-ink2">{{ r.note }}</td>
          </tr>
        </tbody>
      </table>
      <EmptyState v-else
        >No named rules yet. Create one for conditions that several assignments share, and change it here for all of
        them.
      </EmptyState>
    </div>
  </div>
</template>
