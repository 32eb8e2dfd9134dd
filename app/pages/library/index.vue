<script setup lang="ts">
import { signs } from '@core/page/signs'

const lens = useLensStore()
const session = useSessionStore()
const setup = useSetupStore()
const q = ref('')
const kind = ref('')
const tag = ref('')
const owner = ref('')
const asked = computed(() => ({
  q: q.value,
  kind: kind.value,
  tag: tag.value,
  owner: owner.value,
  storefront: lens.storefront,
  language: lens.language,
}))
const {
  items: pieces,
  first: data,
  hasMore,
  showMore,
  problem,
} = useMore('listPieces', (cursor) => ({ query: { ...asked.value, cursor } }), { wait: 80 })
const { data: reaches } = useAnswer('pieceReaches', () => ({ query: { storefront: lens.storefront } }))
/** Where a piece stands; undefined until that is known, or where nothing brings it. */
const reachOf = (code: string) => reaches.value?.pieces[code]
const reachShown = (code: string, what: 'products' | 'pages') =>
  reaches.value ? numberShown(reachOf(code)?.[what] ?? 0) : ''
/** The languages that a piece is written in, each once whatever its regions. */
const languagesOf = (tags: string[]) =>
  [...new Set(tags.map(bareLanguageName))].sort((a, b) => a.localeCompare(b)).join(', ')
const search = useTemplateRef<Focusable>('search')
useKeys('Library', [
  { keys: '/', does: 'Search', run: () => search.value?.focus() },
  {
    keys: 'n',
    does: 'New piece',
    run: () => {
      if (session.mayEdit) void navigateTo('/library/new')
    },
  },
])
</script>

<template>
  <div class="page">
    <PageHead stage="library" title="Pieces">
      <template #line
        ><span v-if="data"
          ><b class="text-ink">{{ pieces.length }}{{ hasMore ? '+' : '' }}</b></span
        ></template
      >
      <TextField
        ref="search"
        v-model="q"
        placeholder="Name, title or note"
        type="search"
        class="w-56"
        label="Search pieces"
      />
      <SelectField
        v-model="kind"
        label="Kind of piece"
        :options="[
          option('', 'all kinds'),
          option('tab', 'tabs'),
          option('question', 'questions'),
          option('block', 'blocks'),
        ]"
      />
      <SelectField
        v-if="data?.tags.length"
        v-model="tag"
        class="max-w-36"
        label="Tag"
        :options="[option('', 'all tags'), ...asNamed(data.tags)]"
      />
      <SelectField
        v-if="data?.owners.length"
        v-model="owner"
        class="max-w-44"
        label="Owner"
        :options="[option('', 'anyone'), ...asNamed(data.owners)]"
      />
      <template #actions
        ><NuxtLink v-if="session.mayEdit" class="act" to="/library/new"
          >New piece <span class="key">n</span></NuxtLink
        ></template
      >
    </PageHead>
    <p v-if="problem" class="px-5 text-madder" role="alert">{{ problem.sentence }}</p>
    <div class="page-body" tabindex="0" aria-label="Pieces">
      <table class="listing">
        <colgroup>
          <col class="w-[29%]" />
          <col class="w-[22%]" />
          <col class="w-[15%]" />
          <col />
          <col class="w-[76px]" />
          <col class="w-[82px]" />
          <col class="w-[80px]" />
        </colgroup>
        <thead>
          <tr>
            <th>Internal name</th>
            <th>Title in {{ languageName(lens.language) }}</th>
            <th>Languages</th>
            <th>Assigned by</th>
            <th>Shown in</th>
            <th class="text-right" :title="`Products in ${setup.storefrontName(lens.storefront)} now`">Products</th>
            <th class="text-right" :title="`Pages in ${setup.storefrontName(lens.storefront)} that show it now`">
              Pages
            </th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="p in pieces" :key="p.code">
            <td class="py-2">
              <svg
                v-if="p.sign"
                class="mr-1.5 inline-block align-[-3px] text-ink2"
                viewBox="0 0 24 24"
                fill="none"
                stroke="currentColor"
                stroke-width="1.6"
                width="16"
                height="16"
                aria-hidden="true"
              >
                <path :d="signs[p.sign]" /></svg
              ><NuxtLink class="font-semibold hover:underline" :to="`/library/${segment(p.code)}`">{{
                p.name
              }}</NuxtLink>
              {{ ' ' }}<span class="text-ink3">{{ p.kind }}{{ p.takes ? ', text taken from each product' : '' }}</span
              ><span v-for="t in p.tags" :key="t" class="ml-1.5 text-[12px] text-ink2">{{ t }}</span>
              <p class="truncate text-[12.5px] text-ink2">{{ p.note }}</p>
            </td>
            <td class="py-2">
              <span v-if="p.title" :class="p.counts ? '' : 'from-fallback'" :lang="p.titleLanguage ?? undefined">{{
                p.title
              }}</span><small v-if="p.title && !p.counts" class="block text-ochre"
                >only in {{ languageName(p.titleLanguage ?? '') }}</small
              ><span v-if="!p.title" class="text-madder">no title</span>
            </td>
            <td class="text-ink2">{{ languagesOf(p.languages) }}</td>
            <td class="py-2">
              <template v-for="(a, i) in p.assignments" :key="a.code"
                ><template v-if="i">, </template
                ><NuxtLink class="plain whitespace-normal" :to="`/assignments/${segment(a.code)}`">{{
                  a.name
                }}</NuxtLink></template
              ><span v-if="p.assignments.length === 0 && p.sets.length" class="text-ink2"
                >in {{ p.sets.map((s) => s.name).join(', ') }}</span
              ><span v-else-if="p.assignments.length === 0" class="text-ochre">not assigned</span>
            </td>
            <td><StorefrontDots v-if="reachOf(p.code)" :storefronts="reachOf(p.code)!.storefronts" /></td>
            <td class="text-right tabular-nums">{{ reachShown(p.code, 'products') }}</td>
            <td class="text-right tabular-nums">{{ reachShown(p.code, 'pages') }}</td>
          </tr>
        </tbody>
      </table>
      <EmptyState v-if="data && pieces.length === 0">{{ q ? 'No piece matches.' : 'No pieces yet.' }} </EmptyState>
      <div v-if="hasMore" class="p-4"><button class="act" type="button" @click="showMore">Show more</button></div>
    </div>
  </div>
</template>
