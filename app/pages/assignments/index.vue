<script setup lang="ts">
interface Listed { code: string; number: number; name: string; pieces: string[]; area: string; order: number; resting: boolean; sentence: string; limits: string }

const session = useSessionStore()
const q = ref('')
const items = shallowRef<Listed[]>([])
const next = ref<string | null>(null)
const { data, problem } = useAsking(async (signal) => {
  const page = await get<{ items: Listed[]; next: string | null }>('/api/assignments', { q: q.value }, signal)
  items.value = page.items
  next.value = page.next
  return page
}, () => q.value, { wait: 80 })
async function showMore() {
  const page = await get<{ items: Listed[]; next: string | null }>('/api/assignments', { q: q.value, cursor: next.value })
  items.value = [...items.value, ...page.items]
  next.value = page.next
}
const search = useTemplateRef<HTMLInputElement>('search')
useKeys('Assignments', [
  { keys: '/', does: 'Search', run: () => search.value?.focus() },
  { keys: 'n', does: 'Make a new assignment', run: () => { if (session.mayEdit) void navigateTo('/assignments/new') } },
])
</script>

<template>
  <div class="flex h-full flex-col">
    <div class="flex items-baseline gap-4 px-5 pt-3.5"><h1>Assignments</h1><span class="text-ink2">in page order</span><NuxtLink v-if="session.mayEdit" class="act ml-auto" to="/assignments/new">Make an assignment <span class="key">n</span></NuxtLink></div>
    <div class="px-5 pb-2.5 pt-2"><input ref="search" v-model="q" type="search" class="field w-56" placeholder="Name" aria-label="Search assignments"></div>
    <p v-if="problem" class="px-5 text-madder" role="alert">{{ problem.sentence }}</p>
    <div class="min-h-0 flex-1 overflow-auto border-t border-hair2 bg-sheet" tabindex="0" aria-label="Assignments in page order">
      <table class="w-full table-fixed text-left">
        <colgroup><col class="w-[76px]"><col class="w-[110px]"><col class="w-[30%]"><col></colgroup>
        <thead class="sticky top-0 bg-sheet text-[12.5px]"><tr class="border-b border-hair2"><th class="px-5 py-1.5">Order</th><th>Area</th><th class="pr-3">Name</th><th class="pr-5">Goes to</th></tr></thead>
        <tbody>
          <tr v-for="a in items" :key="a.code" class="border-b border-hair align-top hover:bg-shade" :class="{ 'text-ink3': a.resting }">
            <td class="px-5 py-2">{{ a.order }}</td><td class="py-2">{{ a.area.replaceAll('-', ' ') }}</td>
            <td class="py-2 pr-3"><NuxtLink class="font-semibold hover:underline" :to="`/assignments/${segment(a.code)}`">{{ a.name }}</NuxtLink><small v-if="a.resting" class="ml-2 text-ochre">rests</small><p class="truncate text-[12.5px] text-ink2">{{ a.pieces.length === 1 ? a.pieces[0] : `${a.pieces.length} pieces` }}</p></td>
            <td class="py-2 pr-5"><span class="font-serif italic">{{ a.sentence }}</span><p v-if="a.limits" class="text-[12.5px] text-ink2">only {{ a.limits }}</p></td>
          </tr>
        </tbody>
      </table>
      <p v-if="data && items.length === 0" class="p-10 text-center text-ink2"><LoomMark :size="40" class="mx-auto mb-3 opacity-60" />{{ q ? 'No assignment is called that.' : 'Nothing is assigned yet.' }}</p>
      <div v-if="next" class="p-4"><button class="act" type="button" @click="showMore">Show more</button></div>
    </div>
  </div>
</template>
