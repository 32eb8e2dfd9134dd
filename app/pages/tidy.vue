<script setup lang="ts">
import type { Replaced, ReplaceReport } from '@contracts/library'
const setup = useSetupStore()
const session = useSessionStore()
const { version, refresh: refreshProof } = useProofFocus()
const { data, problem, refresh } = useAnswer('tidyLibrary', () => ({}), { on: () => version.value })
const find = ref('')
const by = ref('')
const matchCase = ref(false)
const wholeWords = ref(true)
const language = ref('')
const found = shallowRef<ReplaceReport>()
const out = ref(new Set<string>())
const { busy, during } = useBusy()
watch([find, by, matchCase, wholeWords, language], () => {
  found.value = undefined
})
const body = (what: 'preview' | 'apply') => ({
  find: find.value,
  by: by.value,
  matchCase: matchCase.value,
  wholeWords: wholeWords.value,
  languages: language.value ? [language.value] : [],
  do: what,
  ...(what === 'apply'
    ? { pieces: [...new Set(found.value!.items.map((i) => i.piece))].filter((p) => !out.value.has(p)) }
    : {}),
})
async function look() {
  if (find.value.trim() === '') return
  out.value = new Set()
  await during(async () => {
    found.value = await call('replaceInLibrary', { body: body('preview') })
  })
}
async function replace() {
  await during(async () => {
    const done = await call('replaceInLibrary', { body: body('apply') })
    tell(
      `Replaced ${done.times} ${done.times === 1 ? 'time' : 'times'} in ${done.pieces} ` +
        `${done.pieces === 1 ? 'piece' : 'pieces'}`,
    )
    lastStep.value = done.step
    found.value = undefined
    await refresh()
    refreshProof()
  })
}
const lastStep = ref<number | null>(null)
async function undoLast() {
  const id = lastStep.value
  if (id === null) return
  try {
    await call('undoStep', { params: { id } })
    lastStep.value = null
    tell('Undoing')
  } catch (e) {
    tellProblem(e)
  }
}
/** A stretch around the first place that differs, so that long texts show what is meant. */
function around(i: Replaced): { before: string; after: string } {
  const [a, b] = [i.before, i.after].map((x) => plainShown(x).replace(/\s+/g, ' ')) as [string, string]
  let from = 0
  while (from < a.length && a[from] === b[from]) from++
  const cut = Math.max(0, from - 40)
  return { before: `${cut ? '…' : ''}${a.slice(cut, from + 60)}`, after: `${cut ? '…' : ''}${b.slice(cut, from + 60)}` }
}
const toggle = (code: string) => {
  const next = new Set(out.value)
  if (!next.delete(code)) next.add(code)
  out.value = next
}
const percent = (n: number) => `${Math.floor(n * 100)}%`
useKeys('Clean-up', [{ keys: 'Ctrl+Enter', does: 'Find', always: true, run: () => void look() }])
</script>

<template>
  <div class="page">
    <PageHead stage="library" title="Clean-up">
      <template #line>Duplicate texts, unused pieces, and find and replace.</template>
    </PageHead>
    <p v-if="problem" class="px-5 text-madder" role="alert">{{ problem.sentence }}</p>
    <div class="page-body padded" tabindex="0" aria-label="Clean-up">
      <section v-if="session.mayEdit" aria-label="Find and replace">
        <h2 class="section-head">Find and replace in all pieces</h2>
        <form class="flex flex-wrap items-end gap-3 pt-2" @submit.prevent="look">
          <FormField label="Find">
            <TextField v-model="find" maxlength="300" class="w-56" />
          </FormField>

          <FormField label="Replace with">
            <TextField v-model="by" maxlength="300" class="w-56" />
          </FormField>

          <FormField label="In">
            <SelectField
              v-model="language"
              :options="[option('', 'every language'), ...withWords(setup.languages, languageName)]"
            />
          </FormField>

          <CheckBox v-model="wholeWords" class="pb-1">whole words</CheckBox
          ><CheckBox v-model="matchCase" class="pb-1">match case</CheckBox>
          <button class="act" type="submit" :disabled="busy || !find.trim()">
            Find <span class="opacity-70">Ctrl Enter</span>
          </button>
          <button v-if="lastStep !== null" type="button" class="plain pb-1.5" @click="undoLast">
            Undo last replace
          </button>
        </form>
        <template v-if="found">
          <p class="pt-2" role="status">
            <b class="font-semibold">{{ found.times }}</b> {{ found.times === 1 ? 'place' : 'places' }} in
            {{ found.pieces }} {{ found.pieces === 1 ? 'piece' : 'pieces' }}
            <button v-if="found.times > 0" type="button" class="act main ml-3" :disabled="busy" @click="replace">
              Replace in {{ found.pieces - out.size }}
            </button>
          </p>
          <ul>
            <li
              v-for="(i, n) in found.items"
              :key="n"
              class="grid grid-cols-[24px_220px_minmax(0,1fr)] gap-3 border-b border-hair py-1.5"
            >
              <CheckBox
                :model-value="!out.has(i.piece)"
                class="h-4 w-4"
                :label="`Replace in ${i.name}`"
                @update:model-value="toggle(i.piece)"
              /><span
                ><NuxtLink class="hover:underline" :to="`/library/${segment(i.piece)}`">{{ i.name }}</NuxtLink
                ><small class="block text-ink2"
                  >{{ languageName(i.language) }}, {{ i.part === 'title' ? 'title' : 'text'
                  }}{{ i.times > 1 ? `, ${i.times} times` : '' }}</small
                ></span
              ><span class="font-serif" :lang="i.language"
                ><del class="block text-ink2">{{ around(i).before }}</del
                ><ins class="block no-underline">{{ around(i).after }}</ins></span
              >
            </li>
          </ul>
        </template>
      </section>
      <template v-if="data">
        <section class="mt-6" aria-label="Duplicate questions">
          <h2 class="section-head">Duplicate questions</h2>
          <p v-if="data.questions.length === 0" class="pt-1.5 text-ink2">None.</p>
          <div
            v-for="(g, i) in data.questions"
            :key="i"
            class="grid grid-cols-[70px_minmax(0,1fr)_minmax(0,1fr)] gap-4 border-b border-hair py-2"
          >
            <span class="text-ink2">{{ percent(g.share) }}</span>
            <div v-for="p in g.pieces" :key="p.code">
              <NuxtLink class="font-semibold hover:underline" :to="`/library/${segment(p.code)}`">{{
                p.name
              }}</NuxtLink>
              <p class="line-clamp-2 font-serif text-ink2">{{ p.text }}</p>
            </div>
          </div>
        </section>
        <section class="mt-6" aria-label="Near-duplicate texts">
          <h2 class="section-head">Near-duplicate texts</h2>
          <p v-if="data.alike.length === 0" class="pt-1.5 text-ink2">None.</p>
          <div v-for="(g, i) in data.alike" :key="i" class="ruled py-2">
            <span class="text-ink2">{{ percent(g.least) }} and more</span>
            <div class="halves">
              <div v-for="p in g.pieces" :key="p.code">
                <NuxtLink class="font-semibold hover:underline" :to="`/library/${segment(p.code)}`">{{
                  p.name
                }}</NuxtLink>
                <p class="line-clamp-2 font-serif text-ink2">{{ p.text }}</p>
              </div>
            </div>
          </div>
        </section>
        <section class="mt-6" aria-label="Unused pieces">
          <h2 class="section-head">Unused pieces</h2>
          <p v-if="data.unused.length === 0" class="pt-1.5 text-ink2">None: every piece is used.</p>
          <ul>
            <li v-for="p in data.unused" :key="p.code" class="flex gap-3 border-b border-hair py-1">
              <NuxtLink class="font-semibold hover:underline" :to="`/library/${segment(p.code)}`">{{
                p.name
              }}</NuxtLink><span class="text-ink3">{{ p.kind }}</span
              ><span class="min-w-0 flex-1 truncate font-serif text-ink2">{{ p.text }}</span>
            </li>
          </ul>
        </section>
      </template>
    </div>
  </div>
</template>
