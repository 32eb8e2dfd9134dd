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
  <div class="flex h-full flex-col">
    <AssignmentsHead
      ><NuxtLink v-if="session.mayEdit" class="act" to="/rules/new"
        >New rule <span class="key">n</span></NuxtLink
      ></AssignmentsHead
    >
    <div class="flex items-baseline gap-4 px-5 pb-2.5 pt-2">
      <h1>Named rules</h1>
      <span class="text-ink2"
        >Conditions that other rules use through the field “Named rule”, and that you change in one place.</span
      >
    </div>
    <div class="min-h-0 flex-1 overflow-auto border-t border-hair2 bg-sheet" tabindex="0" aria-label="Named rules">
      <table v-if="rules.length" class="w-full table-fixed text-left">
        <colgroup>
          <col class="w-[28%]" />
          <col />
          <col class="w-[26%]" />
        </colgroup>
        <thead class="sticky top-0 bg-sheet text-[12.5px]">
          <tr class="border-b border-hair2">
            <th class="px-5 py-1.5">Name</th>
            <th class="pr-3">Products</th>
            <th class="pr-5">Note</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="r in rules" :key="r.code" class="border-b border-hair align-top hover:bg-shade">
            <td class="truncate px-5 py-1.5">
              <NuxtLink class="font-semibold hover:underline" :to="`/rules/${segment(r.code)}`">{{ r.name }}</NuxtLink>
            </td>
            <td class="py-1.5 pr-3 font-serif italic">{{ r.sentence }}</td>
            <td class="truncate py-1.5 pr-5 text-ink2">{{ r.note }}</td>
          </tr>
        </tbody>
      </table>
      <p v-else class="p-10 text-center text-ink2">
        <LoomMark :size="40" class="mx-auto mb-3 opacity-60" />No named rules yet. Create one for conditions that
        several assignments share, and change it here for all of them.
      </p>
    </div>
  </div>
</template>
