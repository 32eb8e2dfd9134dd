<script setup lang="ts">
import { inlineAddresses } from '@core/richtext/read'
import type { PieceRecord, PieceTextRecord } from '@contracts/records'
import type { OfferedValue } from '~/components/editor/RichEditor.vue'

interface Fill { count: number; assigned: { code: string; name: string }[]; sample: string | null; values: { address: string; label: string; filled: number }[] }

const route = useRoute()
const code = computed(() => (route.params.code === 'new' ? null : String(route.params.code)))
const lens = useLensStore()
const setup = useSetupStore()
const session = useSessionStore()
const { focus, refresh: refreshProof, version } = useProofFocus()
const record = useRecord<PieceRecord>('pieces', () => code.value, () => ({ code: '', kind: 'tab', name: '', note: '', needed: [], texts: [] }), (r) => r.name)
const { draft, stored, changed, problem, conflict, busy } = record

/** Texts are written in the source and in the lens's language, side by side. */
const columns = computed(() => [setup.source, ...(lens.language === setup.source ? [] : [lens.language])])
const textAt = (language: string, storefront: string | null) => draft.value?.texts.find((t) => t.language === language && t.storefront === storefront)
const ownHere = (language: string) => textAt(language, lens.storefront) !== undefined
const scopeOf = (language: string) => (language === lens.language && ownHere(language) ? lens.storefront : null)
function write(language: string, part: 'title' | 'body', text: string) {
  const storefront = scopeOf(language)
  const found = textAt(language, storefront)
  if (found) found[part] = text
  else if (text !== '') draft.value!.texts.push({ storefront, language, title: '', body: '', [part]: text } as PieceTextRecord)
}
function setOwnHere(language: string, own: boolean) {
  const d = draft.value!
  if (own) {
    const general = textAt(language, null)
    d.texts.push({ storefront: lens.storefront, language, title: general?.title ?? '', body: general?.body ?? '' })
  } else d.texts = d.texts.filter((t) => t.language !== language || t.storefront !== lens.storefront)
}
const hint = (language: string) => {
  const source = textAt(setup.source, null)
  return language !== setup.source && !textAt(language, scopeOf(language))?.title && source?.title ? { title: source.title, language: setup.source } : undefined
}

const fill = useAsking((signal) => ask<Fill>('POST', '/api/reach/fill', { body: { piece: code.value, storefront: lens.storefront }, signal }).then((a) => a.data), () => [code.value, lens.storefront, version.value])
const sample = ref('')
watch(() => fill.data.value?.sample, (s) => { if (s && !sample.value) sample.value = s }, { immediate: true })
watch(sample, (s) => { focus.value = s || null }, { immediate: true })
onBeforeUnmount(() => { focus.value = null })
const read = useAsking((signal) => (sample.value ? get<{ items: { attribute: string; shown: string | null }[] }>(`/api/products/${segment(sample.value)}/resolved`, { storefront: lens.storefront, language: lens.language }, signal) : Promise.resolve({ items: [] })), () => [sample.value, lens.edition.id, version.value])
const shopFacts = computed(() => setup.storefronts.find((s) => s.code === lens.storefront)?.facts ?? {})
const offered = computed<OfferedValue[]>(() => (fill.data.value?.values ?? []).map((v) => {
  const [kind, name] = v.address.split(':') as [string, string]
  const shown = kind === 'storefront' ? shopFacts.value[name] : read.data.value?.items.find((r) => r.attribute === name)?.shown
  const share = fill.data.value!.count === 0 ? '' : `${Math.round(100 * v.filled / fill.data.value!.count)} %`
  return { address: v.address, label: v.label, share: kind === 'storefront' ? '' : share, sample: (shown ?? '').slice(0, 36) }
}))

const used = computed(() => [...new Set([...(draft.value?.texts ?? []).flatMap((t) => inlineAddresses(t.body)), ...(draft.value?.needed ?? [])])])
const labelOf = (address: string) => offered.value.find((v) => v.address === address)?.label ?? setup.label(setup.attributes.get(address.replace('attribute:', ''))?.labels, address)
const emptyOn = (address: string) => {
  const v = fill.data.value?.values.find((x) => x.address === address)
  return v && address.startsWith('attribute:') && fill.data.value ? fill.data.value.count - v.filled : 0
}
function need(address: string, on: boolean) {
  const d = draft.value!
  d.needed = on ? [...d.needed, address] : d.needed.filter((n) => n !== address)
}
async function save() {
  if (!session.mayEdit || !draft.value) return
  if (draft.value.name.trim() === '') return tellProblem(new ApiProblem({ title: 'No name yet', status: 422, detail: 'Give the piece a name for the team first; it is what lists show.' }))
  if (await record.save()) refreshProof()
}
const side = ref<'texts' | 'history'>('texts')
const afterPutBack = async () => {
  await record.takeTheirs()
  refreshProof()
}
const readonly = computed(() => !session.mayEdit)
useKeys('Piece', [
  { keys: 'Ctrl+S', does: 'Save', always: true, run: () => void save() },
  { keys: '@', does: 'Put a value of the product into the text' },
  { keys: 'h', does: 'History, and back', run: () => { side.value = side.value === 'history' ? 'texts' : 'history' } },
])
</script>

<template>
  <div class="flex h-full flex-col">
    <div v-if="problem" class="p-8" role="alert"><h1>{{ problem.problem.title }}</h1><p class="mt-2">{{ problem.sentence }}</p><NuxtLink to="/library" class="act mt-3">To the library</NuxtLink></div>
    <template v-else-if="draft">
      <div class="flex items-start gap-4 px-5 pb-2 pt-3">
        <div class="min-w-0 flex-1"><div class="code flex gap-3"><NuxtLink to="/library" class="hover:underline">Library</NuxtLink><span>{{ code ?? 'new' }}</span><span>{{ draft.kind }}</span></div>
          <h1 class="mt-0.5 truncate">{{ draft.name || 'A new piece' }}</h1></div>
        <span class="pt-2 text-[12px] text-ink2" role="status">{{ changed ? 'Not saved yet; kept in this browser' : code ? 'Saved' : '' }}</span>
        <button v-if="changed && code" class="plain mt-2" type="button" @click="record.reset()">Undo all</button>
        <button v-if="!readonly" class="act main mt-1" type="button" :disabled="busy || !changed" @click="save">Save <span class="opacity-70">Ctrl S</span></button>
      </div>
      <div v-if="code" class="flex gap-4 px-5 pb-1 text-[12.5px]"><button v-for="s in (['texts', 'history'] as const)" :key="s" type="button" :class="side === s ? 'border-b-[1.5px] border-ink font-semibold' : 'text-ink2'" :aria-pressed="side === s" @click="side = s">{{ s === 'texts' ? 'Texts' : 'History' }}</button></div>
      <div class="min-h-0 flex-1 overflow-auto border-t border-hair2 bg-sheet px-5 pb-8 pt-3" tabindex="0" aria-label="The piece">
        <HistoryList v-if="side === 'history' && code" :read="`/api/history/pieces/${segment(code)}`" :write="`/api/history/pieces/${segment(code)}/put-back`" :version="stored" :after="afterPutBack" />
        <template v-else>
          <ConflictNote v-if="conflict" @theirs="record.takeTheirs()" @mine="record.keepMine()" />
          <ul v-if="record.errors.value.length" class="mb-3 text-madder" role="alert"><li v-for="e in record.errors.value" :key="e.path">{{ e.message }}</li></ul>
          <div class="grid grid-cols-2 gap-4">
            <label class="text-ink2">Name, for the team<input v-model="draft.name" class="field mt-0.5 block w-full" :disabled="readonly" maxlength="200" :autofocus="code === null"></label>
            <label class="text-ink2">Why this text exists<input v-model="draft.note" class="field mt-0.5 block w-full" :disabled="readonly" maxlength="5000"></label>
          </div>
          <div class="mt-4 grid gap-5" :class="columns.length > 1 ? 'grid-cols-2' : ''">
            <section v-for="l in columns" :key="l" :aria-label="languageName(l)">
              <div class="mb-1.5 flex items-baseline gap-3 border-b border-hair pb-1"><h2>{{ languageName(l) }}</h2><small v-if="l === setup.source" class="text-ink2">the source</small>
                <label v-if="l === lens.language && !readonly" class="ml-auto flex items-center gap-1.5 text-[12px] text-ink2"><input type="checkbox" :checked="ownHere(l)" @change="setOwnHere(l, ($event.target as HTMLInputElement).checked)">a text of its own in {{ setup.storefrontName(lens.storefront) }}</label></div>
              <PieceTextEditor :key="`${l}${scopeOf(l)}`" :title="textAt(l, scopeOf(l))?.title ?? ''" :body="textAt(l, scopeOf(l))?.body ?? ''" :language="l" :name="languageName(l)" :values="offered" :disabled="readonly" :hint="hint(l)" @update:title="write(l, 'title', $event)" @update:body="write(l, 'body', $event)" />
            </section>
          </div>
          <section class="mt-5" aria-label="Values in the text">
            <h2 class="border-b border-hair pb-1">Values in the text</h2>
            <p v-if="used.length === 0" class="pt-1.5 text-ink2">None yet. Type <span class="key">@</span> in the text to name a fact of the product; it is filled in for each product and language.</p>
            <div v-for="a in used" :key="a" class="flex items-center gap-3 border-b border-hair py-1.5"><span class="chip">@ {{ labelOf(a).toLowerCase() }}</span>
              <label class="flex items-center gap-1.5"><input type="checkbox" :checked="draft.needed.includes(a)" :disabled="readonly" @change="need(a, ($event.target as HTMLInputElement).checked)">needed: without it the piece is not shown</label>
              <span v-if="emptyOn(a) > 0" class="ml-auto text-ochre">empty on {{ emptyOn(a) }} of {{ fill.data.value?.count }} products</span></div>
          </section>
          <section class="mt-5" aria-label="Where it goes">
            <h2 class="border-b border-hair pb-1">Where it goes</h2>
            <p class="flex flex-wrap items-baseline gap-x-4 gap-y-1 pt-1.5">
              <NuxtLink v-for="a in fill.data.value?.assigned" :key="a.code" class="plain" :to="`/assignments/${segment(a.code)}`">{{ a.name }}</NuxtLink>
              <span v-if="fill.data.value?.assigned.length" class="text-ink2">{{ fill.data.value.count }} products in {{ setup.storefrontName(lens.storefront) }}</span>
              <span v-else class="text-ink2">Nowhere yet.</span>
              <NuxtLink v-if="code && !readonly" class="act" :to="{ path: '/assignments/new', query: { piece: code } }">Assign it</NuxtLink>
            </p>
            <div class="mt-2 flex items-center gap-2 text-ink2">Values are shown for <SkuPicker v-model="sample" label="Sample product" class="w-56" /></div>
          </section>
        </template>
      </div>
    </template>
    <p v-else class="p-8 text-ink2">Opening …</p>
  </div>
</template>
