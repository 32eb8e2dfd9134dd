<script setup lang="ts">
import { typeOfAttribute } from '~/components/settings/typeWords'

const setup = useSetupStore()
const session = useSessionStore()
const q = ref('')
const { data, problem } = useAnswer('listAttributes', () => ({}))
const found = computed(() =>
  (data.value?.items ?? []).filter((a) =>
    `${a.code} ${Object.values(a.labels).join(' ')}`.toLowerCase().includes(q.value.trim().toLowerCase()),
  ),
)
const typeNames = (codes: string[]) =>
  codes.length > 0 && codes.length === setup.types.size
    ? 'every type'
    : codes.map((c) => setup.label(setup.types.get(c)?.labels, c)).join(', ')
const search = useTemplateRef<Focusable>('search')
useKeys('Attributes', [
  { keys: '/', does: 'Search', run: () => search.value?.focus() },
  {
    keys: 'n',
    does: 'New attribute',
    run: () => {
      if (session.maySetUp) void navigateTo('/settings/attributes/new')
    },
  },
])
</script>

<template>
  <div class="page">
    <PageHead stage="settings" title="Attributes">
      <template #line
        ><span role="status">{{ data ? `${found.length}${q ? ' found' : ''}` : '' }}</span></template
      >
      <TextField
        ref="search"
        v-model="q"
        placeholder="Name or code"
        type="search"
        class="w-56"
        label="Search attributes"
      />
      <template #actions
        ><NuxtLink v-if="session.maySetUp" class="act" to="/settings/attributes/new"
          >New attribute <span class="key">n</span></NuxtLink
        ></template
      >
    </PageHead>
    <p v-if="problem" class="px-5 text-madder" role="alert">{{ problem.sentence }}</p>
    <div class="page-body" tabindex="0" aria-label="Attributes">
      <table class="listing">
        <colgroup>
          <col class="w-[30%]" />
          <col class="w-[22%]" />
          <col class="w-[15%]" />
          <col class="w-[9%]" />
          <col />
        </colgroup>
        <thead>
          <tr>
            <th>Name</th>
            <th>Type</th>
            <th>Differs by</th>
            <th class="pr-6 text-right">Values</th>
            <th>Used by types</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="a in found" :key="a.code">
            <td class="truncate">
              <NuxtLink class="font-semibold hover:underline" :to="`/settings/attributes/${segment(a.code)}`">{{
                setup.label(a.labels, a.code)
              }}</NuxtLink>
              {{ ' ' }}<span class="code ml-1.5">{{ a.code }}</span>
            </td>
            <td class="truncate text-ink2">{{ typeOfAttribute(a) }}</td>
            <td class="truncate text-ink2">
              {{ [a.translatable && 'language', a.perStorefront && 'storefront'].filter(Boolean).join(', ') }}
            </td>
            <td class="pr-6 text-right">{{ numberShown(a.values) }}</td>
            <td class="truncate text-ink2" :title="typeNames(a.types)">{{ typeNames(a.types) }}</td>
          </tr>
        </tbody>
      </table>
    </div>
  </div>
</template>
