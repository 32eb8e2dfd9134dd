<script setup lang="ts">
const route = useRoute()
const code = computed(() => (route.params.code === 'new' ? null : String(route.params.code)))
const lens = useLensStore()
const session = useSessionStore()
const { refresh: refreshProof } = useProofFocus()
const record = useRecord(
  'question-sets',
  () => code.value,
  () => ({ code: '', name: '', note: '', questions: [] }),
  (r) => r.name,
)
const { draft } = record
const readonly = computed(() => !session.mayEdit)
const pieces = useAnswer('listPieces', () => ({
  query: { kind: 'question', limit: 1000, storefront: lens.storefront, language: lens.language },
}))
const of = (c: string) => pieces.data.value?.items.find((p) => p.code === c)
const q = ref('')
const free = computed(() =>
  (pieces.data.value?.items ?? []).filter(
    (p) =>
      !draft.value?.questions.includes(p.code) &&
      `${p.name} ${p.title ?? ''}`.toLowerCase().includes(q.value.trim().toLowerCase()),
  ),
)
const list = useTemplateRef<HTMLElement>('list')
const move = (from: number, to: number) => {
  if (to >= 0 && to < draft.value!.questions.length) draft.value!.questions = moved(draft.value!.questions, from, to)
}
useReorder(() => (readonly.value ? null : list.value), move)
const assignments = useAnswer('listQuestionSets', () => ({}), { on: () => code.value })
const bringing = computed(() => assignments.data.value?.items.find((s) => s.code === code.value)?.assignments ?? [])
const keys = [{ keys: 'Alt+ArrowUp', does: 'Move the question up (or down)' }]
</script>

<template>
  <RecordPage
    :record="record"
    it="Question set"
    many="Question sets"
    :title="draft?.name ?? ''"
    :readonly="readonly"
    removal="Delete this set? Its questions stay."
    :keys="keys"
    :after="refreshProof"
  >
    <div v-if="draft" class="grid max-w-[860px] gap-4">
      <div class="halves">
        <FormField path="name" label="Internal name">
          <TextField
            v-model="draft.name"
            :disabled="readonly"
            maxlength="200"
            :autofocus="code === null"
            class="w-full"
          />
        </FormField>

        <FormField path="note" label="Note">
          <TextField v-model="draft.note" :disabled="readonly" maxlength="5000" class="w-full" />
        </FormField>
      </div>
      <section aria-label="Questions">
        <h2 class="section-head">Questions, in their order</h2>
        <p v-if="draft.questions.length === 0" class="pt-1.5 text-ink2">None yet.</p>
        <ol ref="list">
          <li
            v-for="(c, i) in draft.questions"
            :key="c"
            data-entry
            class="inline-row ruled"
            @keydown.alt.up.prevent="move(i, i - 1)"
            @keydown.alt.down.prevent="move(i, i + 1)"
          >
            <span data-handle class="w-6 cursor-grab text-center text-ink3" aria-hidden="true">{{
              i + 1
            }}</span><NuxtLink class="min-w-0 flex-1 truncate hover:underline" :to="`/library/${segment(c)}`">{{
              of(c)?.title ?? of(c)?.name ?? c
            }}</NuxtLink
            ><small v-if="of(c) && !of(c)!.counts" class="text-ochre">not in {{ languageName(lens.language) }}</small>
            <span v-if="!readonly"
              ><IconButton
                icon="up"
                :disabled="i === 0"
                :label="`Move ${of(c)?.name ?? c} up`"
                @click="move(i, i - 1)" /><IconButton
                icon="down"
                :disabled="i === draft.questions.length - 1"
                :label="`Move ${of(c)?.name ?? c} down`"
                @click="move(i, i + 1)" /><IconButton
                icon="remove"
                :label="`Remove ${of(c)?.name ?? c}`"
                @click="draft.questions = draft.questions.filter((x) => x !== c)"
            /></span>
          </li>
        </ol>
      </section>
      <section v-if="!readonly" aria-label="Questions of the library">
        <h2 class="part-head">
          Other questions
          <TextField
            v-model="q"
            placeholder="Find a question"
            type="search"
            class="ml-auto w-52"
            label="Find a question"
          />
        </h2>
        <ul class="max-h-72 overflow-auto">
          <li v-for="p in free.slice(0, 200)" :key="p.code" class="inline-row ruled">
            <span class="min-w-0 flex-1 truncate">{{ p.title ?? p.name }}</span><button
              type="button"
              class="plain min-h-6"
              @click="draft.questions = [...draft.questions, p.code]"
            >
              Add<span class="sr-only">: {{ p.name }}</span>
            </button>
          </li>
        </ul>
        <p class="pt-2">
          <NuxtLink class="plain" :to="{ path: '/library/new', query: { kind: 'question' } }">New question</NuxtLink>
        </p>
      </section>
      <section v-if="code" aria-label="Where it appears">
        <h2 class="section-head">Where it appears</h2>
        <p class="flex flex-wrap gap-x-4 pt-1.5">
          <NuxtLink v-for="a in bringing" :key="a.code" class="plain" :to="`/assignments/${segment(a.code)}`">{{
            a.name
          }}</NuxtLink><span v-if="bringing.length === 0" class="text-ink2"
            >Not assigned; products and product types may use it.</span
          ><NuxtLink v-if="!readonly" class="act" :to="{ path: '/assignments/new', query: { set: code } }"
            >Assign</NuxtLink
          >
        </p>
      </section>
    </div>
  </RecordPage>
</template>
