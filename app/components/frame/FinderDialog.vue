<script setup lang="ts">
import { Combobox, ComboboxOption, ComboboxOptions, Dialog, DialogPanel } from '@headlessui/vue'

/** Finds records, every screen, and every command of the screen that is open, by the words that people type. */
const open = defineModel<boolean>({ required: true })
const q = ref('')
const session = useSessionStore()
const known = useKnownKeys()

interface Found {
  /** What it is, in the list's first column. */
  kind: string
  id: string
  name: string
  /** What stands at its end: a code, a key, the stage of a screen. */
  beside: string
  run: () => unknown
}

const screens = stages.flatMap((stage) =>
  stage.parts.map((screen): Found & { words: string } => ({
    kind: 'screen',
    id: screen.to,
    name: screen.name,
    words: `${stage.name} ${screen.words ?? ''}`,
    beside: screen.name === stage.name ? '' : stage.name,
    run: () => navigateTo(screen.to),
  })),
)
/** What can be begun or done from anywhere. */
const everywhere: (Found & { words: string })[] = [
  { name: 'New piece', words: 'add create tab block question', run: () => navigateTo('/library/new') },
  { name: 'New assignment', words: 'add create', run: () => navigateTo('/assignments/new') },
  { name: 'New campaign', words: 'add create', run: () => navigateTo('/campaigns/new') },
  { name: 'New recipe', words: 'add create drafting', run: () => navigateTo('/review/recipes/new') },
  { name: 'Sign out', words: 'log out leave', run: () => session.signOut() },
].map((c) => ({ ...c, kind: 'command', id: c.name, beside: '' }))

/** Keys that move about are nothing to look for. */
const moves = /^(Shift\+)?(Arrow|Page|Home|End|Escape|Enter| )/

/** The commands that have a key where one is. */
const here = computed(() =>
  known.value.flatMap((part) =>
    part.keys.flatMap((k): (Found & { words: string })[] =>
      k.run && k.does && !moves.test(k.keys)
        ? [
            {
              kind: 'command',
              id: `${part.id} ${k.keys}`,
              name: k.does,
              words: part.where,
              beside: k.keys,
              run: () => k.run!(new KeyboardEvent('keydown')),
            },
          ]
        : [],
    ),
  ),
)

const answer = useAnswer('find', () => (q.value.trim() === '' ? undefined : { query: { q: q.value } }), { wait: 60 })
const isAnswered = computed(() => answer.isCurrent.value || q.value.trim() === '')
const places: Record<string, string> = { product: '/catalogue', piece: '/library', assignment: '/assignments' }
const records = computed(() =>
  (answer.data.value?.items ?? []).map((item): Found => ({
    kind: item.kind,
    id: item.code,
    name: item.name,
    beside: item.code,
    run: () => navigateTo(`${places[item.kind]}/${segment(item.code)}`),
  })),
)
const found = computed(() => {
  const typed = q.value.trim()
  const named = [...everywhere, ...here.value, ...screens]
  return [...records.value, ...named.filter((c) => answersTo(c, typed))]
})
/** Whether somebody pressed Enter before the answer was there: the first result is opened once it is. */
const isAhead = ref(false)
/** Whether an option was chosen by hand, which Enter then means, whatever is still to come. */
const isMoved = ref(false)
watch(q, () => {
  isAhead.value = false
  isMoved.value = false
})
function keepAhead(e: KeyboardEvent) {
  if (e.key.startsWith('Arrow')) isMoved.value = true
  if (e.key !== 'Enter' || isAnswered.value || isMoved.value) return
  e.preventDefault()
  e.stopPropagation()
  isAhead.value = true
}
/** Opens the first result once the results are shown. */
watch(
  isAnswered,
  () => {
    if (!isAhead.value || !isAnswered.value) return
    isAhead.value = false
    choose(found.value[0] ?? null)
  },
  { flush: 'post' },
)
function choose(item: Found | null) {
  if (!item) return
  open.value = false
  q.value = ''
  // The dialog has gone by then, which commands would take for what is open.
  void nextTick(() => item.run())
}
</script>

<template>
  <Dialog :open="open" aria-label="Find anything" class="relative z-50" @close="open = false">
    <div class="fixed inset-0 bg-ink/25" aria-hidden="true" />
    <div class="fixed inset-x-0 top-20 mx-auto w-[560px] max-w-[94vw]">
      <DialogPanel class="border border-hair2 bg-sheet shadow-md" @keydown.capture="keepAhead">
        <Combobox :model-value="null" @update:model-value="choose">
          <ComboInput
            v-model="q"
            class="w-full border-b border-hair bg-transparent px-4 py-3 text-[16px] outline-none"
            placeholder="A SKU, a GTIN, a name, a screen, a command"
            label="Find"
          />
          <ComboboxOptions static class="max-h-[420px] overflow-auto py-1">
            <ComboboxOption
              v-for="item in found"
              :key="item.kind + item.id"
              v-slot="{ active }"
              :value="item"
              as="template"
            >
              <li class="flex cursor-pointer items-baseline gap-3 px-4 py-1.5" :class="{ 'bg-indigowash': active }">
                <span class="w-20 text-ink3">{{ item.kind }}</span><span class="min-w-0 truncate">{{ item.name }}</span
                ><span v-if="item.beside" class="ml-auto" :class="item.kind === 'screen' ? 'text-ink3' : 'code'">{{
                  item.beside
                }}</span>
              </li>
            </ComboboxOption>
            <li v-if="found.length === 0" class="px-4 py-3 text-ink2">No results.</li>
          </ComboboxOptions>
        </Combobox>
      </DialogPanel>
    </div>
  </Dialog>
</template>
