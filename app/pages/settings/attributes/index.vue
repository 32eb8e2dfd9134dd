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
  <div class="flex h-full flex-col">
    <SettingsHead
      ><NuxtLink v-if="session.maySetUp" class="act" to="/settings/attributes/new"
        >New attribute <span class="key">n</span></NuxtLink
      ></SettingsHead
    >
    <div class="flex items-baseline gap-4 px-5 pb-2.5 pt-2">
      <h1>Attributes</h1>
      <span class="text-ink2" role="status">{{ data ? `${found.length}${q ? ' found' : ''}` : '' }}</span><TextField
        ref="search"
        v-model="q"
        placeholder="Name or code"
        type="search"
        class="w-56"
        label="Search attributes"
      />
    </div>
    <p v-if="problem" class="px-5 text-madder" role="alert">{{ problem.sentence }}</p>
    <div class="min-h-0 flex-1 overflow-auto border-t border-hair2 bg-sheet" tabindex="0" aria-label="Attributes">
      <table class="w-full table-fixed text-left">
        <colgroup>
          <col class="w-[30%]" />
          <col class="w-[22%]" />
          <col class="w-[15%]" />
          <col class="w-[9%]" />
          <col />
        </colgroup>
        <thead class="sticky top-0 bg-sheet text-[12.5px]">
          <tr class="border-b border-hair2">
            <th class="px-5 py-1.5">Name</th>
            <th class="pr-3">Type</th>
            <th class="pr-3">Differs by</th>
            <th class="pr-6 text-right">Values</th>
            <th class="pr-5">Used by types</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="a in found" :key="a.code" class="border-b border-hair hover:bg-shade">
            <td class="truncate px-5 py-1.5">
              <NuxtLink class="font-semibold hover:underline" :to="`/settings/attributes/${segment(a.code)}`">{{
                setup.label(a.labels, a.code)
              }}</NuxtLink>
              {{ ' ' }}<span class="code ml-1.5">{{ a.code }}</span>
            </td>
            <td class="truncate pr-3 text-ink2">{{ typeOfAttribute(a) }}</td>
            <td class="truncate pr-3 text-ink2">
              {{ [a.translatable && 'language', a.perStorefront && 'storefront'].filter(Boolean).join(', ') }}
            </td>
            <td class="pr-6 text-right">{{ numberShown(a.values) }}</td>
            <td class="truncate pr-5 text-ink2" :title="typeNames(a.types)">{{ typeNames(a.types) }}</td>
          </tr>
        </tbody>
      </table>
    </div>
  </div>
</template>
