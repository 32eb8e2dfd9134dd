<script setup lang="ts">
import type { Value } from '@core/attributes/attribute'
import type { TranslationState } from '@core/translation/state'
import type { Units } from '~/components/translation/unit'
import UnitRow from '~/components/translation/UnitRow.vue'

const route = useRoute()
const record = computed(() => String(route.params.record))
const lens = useLensStore()
const setup = useSetupStore()
const session = useSessionStore()
const { focus, refresh: refreshProof, version } = useProofFocus()
const readonly = computed(() => !session.mayTranslate(lens.language))

const { data, problem, refresh } = useAsking((signal) => (lens.sameLanguage ? Promise.resolve(undefined) : get<Units>('/api/translations/units', { storefront: lens.storefront, language: lens.language, record: record.value }, signal)), () => [record.value, lens.edition.id])
const units = computed(() => data.value?.units ?? [])
/** The product whose page the texts are read on: itself, or one that has the piece. */
const { data: sample } = useAsking((signal) => (record.value.startsWith('product:') ? Promise.resolve(record.value.slice(8)) : ask<{ sample: string | null }>('POST', '/api/reach/fill', { body: { piece: record.value.slice(6), storefront: lens.storefront }, signal }).then((a) => a.data.sample)), () => [record.value, lens.storefront])
watch(sample, (s) => { focus.value = s ?? null }, { immediate: true })
onBeforeUnmount(() => { focus.value = null })
const { data: facts } = useAsking((signal) => (sample.value ? get<{ items: { attribute: string; shown: string | null }[] }>(`/api/products/${segment(sample.value)}/resolved`, { storefront: lens.storefront, language: lens.language }, signal) : Promise.resolve({ items: [] })), () => [sample.value, lens.edition.id, version.value])
const offered = computed(() => [
  ...(facts.value?.items ?? []).filter((r) => !['media', 'key-points'].includes(setup.attributes.get(r.attribute)?.type ?? '')).map((r) => ({ address: `attribute:${r.attribute}`, label: setup.label(setup.attributes.get(r.attribute)?.labels, r.attribute), sample: (r.shown ?? '').slice(0, 36) })),
  ...Object.entries(setup.storefronts.find((s) => s.code === lens.storefront)?.facts ?? {}).map(([f, text]) => ({ address: `storefront:${f}`, label: `Storefront: ${f.replaceAll('-', ' ')}`, sample: text })),
])

type Targets = Record<string, Value | null>
const saved = computed<Targets | undefined>(() => (data.value && data.value.record === record.value && data.value.language === lens.language ? Object.fromEntries(units.value.map((u) => [u.unit, u.target])) : undefined))
const { draft, changed, reset } = useDraft<Targets>(() => `translation:${record.value}:${lens.edition.id}`, () => saved.value)
const differs = (unit: string) => JSON.stringify(draft.value?.[unit] ?? null) !== JSON.stringify(saved.value?.[unit] ?? null)
const busy = ref(false)

type Change = { unit: string; target: Value | null; state?: TranslationState; base: Value | null }
let sending: Promise<unknown> = Promise.resolve()
/** Saves one after the other: what is changed while a save is under way waits for it, and is none the less saved. */
function put(changes: () => Change[]): Promise<number> {
  const mine = sending.then(() => send(changes()))
  sending = mine
  return mine
}
async function send(list: Change[]): Promise<number> {
  if (list.length === 0) return 0
  busy.value = true
  try {
    const answer = await ask<Units>('PUT', '/api/translations/units', { body: { storefront: lens.storefront, language: lens.language, record: record.value, units: list } })
    data.value = answer.data
    // What was typed on while the answer was under way stays.
    for (const u of list) if (JSON.stringify(draft.value![u.unit] ?? null) === JSON.stringify(u.target)) draft.value![u.unit] = answer.data.units.find((x) => x.unit === u.unit)?.target ?? null
    refreshProof()
    return list.length
  } catch (e) {
    tellProblem(e)
    if (e instanceof ApiProblem && e.problem.status === 412) await refresh()
    return 0
  } finally {
    busy.value = false
  }
}
const save = async () => {
  const saved = await put(() => units.value.filter((u) => differs(u.unit)).map((u) => ({ unit: u.unit, target: draft.value![u.unit] ?? null, base: u.target })))
  if (saved > 0 && !changed.value) tell(`Saved ${saved} ${saved === 1 ? 'text' : 'texts'}`)
}
const setState = (unit: string, state: TranslationState) => put(() => {
  const u = units.value.find((x) => x.unit === unit)
  return u ? [{ unit, target: u.target, state, base: u.target }] : []
})
const rows = useTemplateRef<InstanceType<typeof UnitRow>[]>('rows')
const at = ref(0)
function go(to: number) {
  at.value = (to + units.value.length) % Math.max(1, units.value.length)
  rows.value?.[at.value]?.focus()
}
async function next() {
  await save()
  go(at.value + 1)
}
/** The record after this one that still lacks something. */
async function nextRecord() {
  await save()
  if (changed.value) return
  const { items } = await get<{ items: { record: string }[] }>('/api/translations/work', { storefront: lens.storefront, language: lens.language, show: 'open', limit: 200 })
  const others = items.filter((i) => i.record !== record.value)
  const after = others.find((i) => i.record.localeCompare(record.value, 'en') > 0) ?? others[0]
  if (after) await navigateTo(`/translation/${segment(after.record)}`)
  else tell('Nothing else is missing or stale here')
}
useKeys('Translating', [
  { keys: 'Ctrl+S', does: 'Save all that was changed', always: true, run: () => void save() },
  { keys: 'Ctrl+Enter', does: 'Save, and on to the next text', always: true, run: () => void next() },
  { keys: 'Alt+ArrowDown', does: 'Next text', always: true, run: () => go(at.value + 1) },
  { keys: 'Alt+ArrowUp', does: 'Text before', always: true, run: () => go(at.value - 1) },
  { keys: 'Alt+s', does: 'Take the source over into this text', always: true, run: () => rows.value?.[at.value]?.takeOver() },
  { keys: 'Alt+n', does: 'Save, and on to the next product or piece', always: true, run: () => void nextRecord() },
])
const home = computed(() => (record.value.startsWith('piece:') ? `/library/${segment(record.value.slice(6))}` : `/catalogue/${segment(record.value.slice(8))}`))
</script>

<template>
  <div class="flex h-full flex-col">
    <div v-if="problem" class="p-8" role="alert"><h1>{{ problem.problem.title }}</h1><p class="mt-2">{{ problem.sentence }}</p><NuxtLink to="/translation" class="act mt-3">To the translation work</NuxtLink></div>
    <template v-else-if="lens.sameLanguage"><h1 class="px-5 pt-3.5">Translation</h1><SourceNotice /></template>
    <template v-else-if="data && draft">
      <div class="flex items-start gap-4 px-5 pb-2 pt-3">
        <div class="min-w-0 flex-1"><div class="code flex gap-3"><NuxtLink to="/translation" class="hover:underline">Translation</NuxtLink><NuxtLink :to="home" class="hover:underline">{{ record.slice(record.indexOf(':') + 1) }}</NuxtLink></div><h1 class="mt-0.5 truncate">{{ data.title }}</h1></div>
        <span class="pt-2 text-[12px] text-ink2" role="status">{{ changed ? 'Not saved yet; kept in this browser' : '' }}</span>
        <button v-if="changed" class="plain mt-2" type="button" @click="reset()">Undo all</button>
        <button class="act mt-1" type="button" @click="nextRecord">Next one <span class="key">Alt n</span></button>
        <button v-if="!readonly" class="act main mt-1" type="button" :disabled="busy || !changed" @click="save">Save <span class="opacity-70">Ctrl S</span></button>
      </div>
      <div class="grid grid-cols-2 gap-5 border-b border-hair2 px-5 pb-1.5 text-[12.5px] font-semibold"><span>{{ languageName(data.source) }}, the source</span><span class="flex items-center gap-1.5" :class="`thread-${lens.storefront}`"><span class="dot" />{{ languageName(lens.language) }}<span v-if="readonly" class="font-normal text-ochre">· only to read: {{ session.me?.name }} does not translate into this language</span></span></div>
      <div class="min-h-0 flex-1 overflow-auto bg-sheet pb-8" tabindex="0" aria-label="Texts">
        <UnitRow v-for="(u, i) in units" :key="u.unit + lens.edition.id + record" ref="rows" v-model="draft[u.unit]!" :unit="u" :language="lens.language" :source="data.source" :values="offered" :changed="differs(u.unit)" :readonly="readonly" @state="setState(u.unit, $event)" @focused="at = i" />
        <p v-if="units.length === 0" class="p-8 text-ink2">There is no text in the source language to translate.</p>
      </div>
    </template>
    <p v-else class="p-8 text-ink2">Opening …</p>
  </div>
</template>
