<script setup lang="ts">
import type { QuestionSet } from '@core/page/piece'

const route = useRoute()
const code = computed(() => (route.params.code === 'new' ? null : String(route.params.code)))
const lens = useLensStore()
const session = useSessionStore()
const { refresh: refreshProof } = useProofFocus()
const record = useRecord<QuestionSet>('question-sets', () => code.value, () => ({ code: '', name: '', note: '', questions: [] }), (r) => r.name)
const { draft, stored, changed, problem, conflict, busy } = record
const readonly = computed(() => !session.mayEdit)
const past = ref(false)
const sure = ref(false)
interface Listed { code: string; name: string; title: string | null; counts: boolean }
const pieces = useAsking((signal) => get<{ items: Listed[] }>('/api/pieces', { kind: 'question', limit: 1000, storefront: lens.storefront, language: lens.language }, signal), () => lens.edition.id)
const of = (c: string) => pieces.data.value?.items.find((p) => p.code === c)
const q = ref('')
const free = computed(() => (pieces.data.value?.items ?? []).filter((p) => !draft.value?.questions.includes(p.code) && `${p.name} ${p.title ?? ''}`.toLowerCase().includes(q.value.trim().toLowerCase())))
const list = useTemplateRef<HTMLElement>('list')
const move = (from: number, to: number) => { if (to >= 0 && to < draft.value!.questions.length) draft.value!.questions = moved(draft.value!.questions, from, to) }
useReorder(() => (readonly.value ? null : list.value), move)
const assignments = useAsking((signal) => get<{ items: { code: string; assignments: { code: string; name: string }[] }[] }>('/api/question-sets', {}, signal), () => code.value)
const bringing = computed(() => assignments.data.value?.items.find((s) => s.code === code.value)?.assignments ?? [])
async function save() {
  if (readonly.value || !draft.value) return
  if (draft.value.name.trim() === '') return tellProblem(new ApiProblem({ title: 'No name yet', status: 422, detail: 'Give the set a name first.' }))
  if (await record.save()) refreshProof()
}
useKeys('Question set', [
  { keys: 'Ctrl+S', does: 'Save', always: true, run: () => void save() },
  { keys: 'Alt+ArrowUp', does: 'Move the question in focus up; down likewise' },
  { keys: 'h', does: 'History, and back', run: () => { past.value = !past.value } },
])
</script>

<template>
  <div class="flex h-full flex-col">
    <div v-if="problem" class="p-8" role="alert"><h1>{{ problem.problem.title }}</h1><p class="mt-2">{{ problem.sentence }}</p><NuxtLink to="/questions" class="act mt-3">To the question sets</NuxtLink></div>
    <template v-else-if="draft">
      <div class="px-5 pb-2 pt-3">
        <div class="flex items-baseline gap-3"><span class="code flex gap-3"><NuxtLink to="/questions" class="hover:underline">Question sets</NuxtLink><span>{{ code ?? 'new' }}</span></span>
          <RecordActions v-model="past" it="Question set" :history="code !== null" :changed="changed" :readonly="readonly" :blocked="busy" @leave="record.reset" @save="save"><button v-if="code && !readonly" type="button" class="plain" @click="sure = true">Delete</button></RecordActions></div>
        <p v-if="sure" class="flex items-center gap-3 pt-1" role="alert">Delete this set? Its questions stay. <button type="button" class="act main" @click="record.remove(async () => refreshProof())">Delete it</button><button type="button" class="plain" @click="sure = false">Keep it</button></p>
        <h1 class="mt-0.5 truncate">{{ draft.name || 'A new question set' }}</h1>
      </div>
      <div class="min-h-0 flex-1 overflow-auto border-t border-hair2 bg-sheet px-5 pb-8 pt-3" tabindex="0" aria-label="The question set">
        <HistoryList v-if="past && code" :read="`/api/history/question-sets/${segment(code)}`" :write="`/api/history/question-sets/${segment(code)}/put-back`" :version="stored" :after="() => record.takeTheirs()" />
        <div v-else class="grid max-w-[860px] gap-4">
          <ConflictNote v-if="conflict" @theirs="record.takeTheirs()" @mine="record.keepMine()" />
          <ul v-if="record.errors.value.length" class="text-madder" role="alert"><li v-for="e in record.errors.value" :key="e.path">{{ e.message }}</li></ul>
          <div class="grid grid-cols-2 gap-4"><label class="text-ink2">Name, for the team<input v-model="draft.name" class="field mt-0.5 block w-full" :disabled="readonly" maxlength="200" :autofocus="code === null"></label><label class="text-ink2">Note<input v-model="draft.note" class="field mt-0.5 block w-full" :disabled="readonly" maxlength="5000"></label></div>
          <section aria-label="Questions"><h2 class="border-b border-hair pb-1">Questions, in their order</h2>
            <p v-if="draft.questions.length === 0" class="pt-1.5 text-ink2">None yet.</p>
            <ol ref="list"><li v-for="(c, i) in draft.questions" :key="c" data-entry class="flex items-center gap-2 border-b border-hair py-1" @keydown.alt.up.prevent="move(i, i - 1)" @keydown.alt.down.prevent="move(i, i + 1)"><span data-handle class="w-6 cursor-grab text-center text-ink3" aria-hidden="true">{{ i + 1 }}</span><NuxtLink class="min-w-0 flex-1 truncate hover:underline" :to="`/library/${segment(c)}`">{{ of(c)?.title ?? of(c)?.name ?? c }}</NuxtLink><small v-if="of(c) && !of(c)!.counts" class="text-ochre">not in {{ languageName(lens.language) }}</small>
              <span v-if="!readonly"><button type="button" class="min-h-6 min-w-6 text-ink2" :disabled="i === 0" :aria-label="`Move ${of(c)?.name ?? c} up`" @click="move(i, i - 1)">↑</button><button type="button" class="min-h-6 min-w-6 text-ink2" :disabled="i === draft.questions.length - 1" :aria-label="`Move ${of(c)?.name ?? c} down`" @click="move(i, i + 1)">↓</button><button type="button" class="min-h-6 min-w-6 text-ink2" :aria-label="`Take ${of(c)?.name ?? c} out`" @click="draft.questions = draft.questions.filter((x) => x !== c)">×</button></span></li></ol>
          </section>
          <section v-if="!readonly" aria-label="Questions of the library"><h2 class="flex items-baseline gap-3 border-b border-hair pb-1">Others in the library <input v-model="q" type="search" class="field ml-auto w-52" placeholder="Find a question" aria-label="Find a question"></h2>
            <ul class="max-h-72 overflow-auto"><li v-for="p in free.slice(0, 200)" :key="p.code" class="flex items-center gap-2 border-b border-hair py-1"><span class="min-w-0 flex-1 truncate">{{ p.title ?? p.name }}</span><button type="button" class="plain min-h-6" @click="draft.questions = [...draft.questions, p.code]">Put it in<span class="sr-only">: {{ p.name }}</span></button></li></ul>
            <p class="pt-2"><NuxtLink class="plain" :to="{ path: '/library/new', query: { kind: 'question' } }">Write a new question</NuxtLink></p>
          </section>
          <section v-if="code" aria-label="Where it goes"><h2 class="border-b border-hair pb-1">Where it goes</h2><p class="flex flex-wrap gap-x-4 pt-1.5"><NuxtLink v-for="a in bringing" :key="a.code" class="plain" :to="`/assignments/${segment(a.code)}`">{{ a.name }}</NuxtLink><span v-if="bringing.length === 0" class="text-ink2">No assignment brings it; products and types may pick it.</span><NuxtLink v-if="!readonly" class="act" :to="{ path: '/assignments/new', query: { set: code } }">Assign it</NuxtLink></p></section>
        </div>
      </div>
    </template>
    <p v-else class="p-8 text-ink2">Opening …</p>
  </div>
</template>
