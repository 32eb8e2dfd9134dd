<script setup lang="ts">
import { areas } from '@core/assignments/areas'
import type { Reach } from '@core/assignments/assignment'
import { limitWords, noLimits } from '@core/assignments/limits'
import { asGroup, fromBuilder, toBuilder, type BuilderGroup } from '@core/rules/builder'
import type { AssignmentRecord } from '@contracts/records'

const route = useRoute()
const code = computed(() => (route.params.code === 'new' ? null : String(route.params.code)))
const lens = useLensStore()
const setup = useSetupStore()
const session = useSessionStore()
const { focus, refresh: refreshProof } = useProofFocus()
onBeforeUnmount(() => { focus.value = null })
const blank = (): AssignmentRecord => ({
  code: '', name: '', pieces: typeof route.query.piece === 'string' ? [route.query.piece] : [], area: 'details', order: 100, resting: false, limits: noLimits(),
  reach: { base: 'rule', rule: { all: [] }, chosen: [], added: [], leftOut: [], eachVariant: false },
})
const record = useRecord<AssignmentRecord>('assignments', () => code.value, blank, (r) => r.name)
const { draft, stored, changed, problem, conflict, busy } = record
const readonly = computed(() => !session.mayEdit)

const rule = computed<BuilderGroup>({
  get: () => toBuilder(asGroup(draft.value?.reach.rule ?? null), setup.forCore),
  set: (group) => { draft.value!.reach.rule = fromBuilder(group, setup.forCore) },
})
const reach = computed<Reach>(() => draft.value!.reach)
const sentence = ref('')
const whole = computed(() => {
  const limits = draft.value ? limitWords(draft.value.limits, setup.storefrontName) : ''
  return `${sentence.value}${limits ? ` · ${limits}` : ''}`
})
const pieces = useAsking((signal) => get<{ items: { code: string; name: string }[] }>('/api/pieces', { limit: 200 }, signal), () => 0)
const pieceName = (c: string) => pieces.data.value?.items.find((p) => p.code === c)?.name ?? c
const free = computed(() => (pieces.data.value?.items ?? []).filter((p) => !draft.value?.pieces.includes(p.code)))
const movePiece = (i: number, by: number) => {
  const list = [...draft.value!.pieces]
  const [p] = list.splice(i, 1)
  list.splice(i + by, 0, p!)
  draft.value!.pieces = list
}
const languages = computed(() => [...new Set(lens.editions.map((e) => e.language))])
const toggle = (list: 'storefronts' | 'languages' | 'groups', c: string) => {
  const now = draft.value!.limits[list]
  draft.value!.limits[list] = now.includes(c) ? now.filter((x) => x !== c) : [...now, c]
}
async function save() {
  const d = draft.value
  if (!session.mayEdit || !d) return
  const missing = d.name.trim() === '' ? 'Give the assignment a name first.' : d.pieces.length === 0 ? 'Choose at least one piece first.' : ''
  if (missing) return tellProblem(new ApiProblem({ title: 'Not complete yet', status: 422, detail: missing }))
  if (await record.save()) refreshProof()
}
const side = ref<'rule' | 'history'>('rule')
const afterPutBack = async () => {
  await record.takeTheirs()
  refreshProof()
}
useKeys('Assignment', [
  { keys: 'Ctrl+S', does: 'Save', always: true, run: () => void save() },
  { keys: 'h', does: 'History, and back', run: () => { side.value = side.value === 'history' ? 'rule' : 'history' } },
])
const bases = [{ id: 'everything', label: 'Everything' }, { id: 'rule', label: 'What a rule finds' }, { id: 'chosen', label: 'Chosen products' }] as const
</script>

<template>
  <div class="flex h-full flex-col">
    <div v-if="problem" class="p-8" role="alert"><h1>{{ problem.problem.title }}</h1><p class="mt-2">{{ problem.sentence }}</p><NuxtLink to="/assignments" class="act mt-3">To the assignments</NuxtLink></div>
    <template v-else-if="draft">
      <div class="flex items-start gap-4 px-5 pb-1 pt-3">
        <div class="min-w-0 flex-1"><div class="code flex gap-3"><NuxtLink to="/assignments" class="hover:underline">Assignments</NuxtLink><span>{{ code ?? 'new' }}</span><span v-if="draft.number">number {{ draft.number }}</span><span v-if="draft.resting" class="text-ochre">rests</span></div>
          <h1 class="mt-0.5 truncate">{{ draft.name || 'A new assignment' }}</h1>
          <p class="font-serif text-[15px] italic text-ink2"><template v-if="draft.pieces.length">“{{ draft.pieces.map(pieceName).join('”, “') }}” goes to: </template>{{ whole }}</p></div>
        <span class="pt-2 text-[12px] text-ink2" role="status">{{ changed ? 'Not saved yet' : code ? 'Saved' : '' }}</span>
        <button v-if="changed && code" class="plain mt-2" type="button" @click="record.reset()">Undo all</button>
        <button v-if="!readonly" class="act main mt-1" type="button" :disabled="busy || !changed" @click="save">Save <span class="opacity-70">Ctrl S</span></button>
      </div>
      <div v-if="code" class="flex gap-4 px-5 pb-1 text-[12.5px]"><button v-for="s in (['rule', 'history'] as const)" :key="s" type="button" :class="side === s ? 'border-b-[1.5px] border-ink font-semibold' : 'text-ink2'" :aria-pressed="side === s" @click="side = s">{{ s === 'rule' ? 'Rule and limits' : 'History' }}</button></div>
      <div class="min-h-0 flex-1 overflow-auto border-t border-hair2 bg-sheet px-5 pb-10 pt-3" tabindex="0" aria-label="The assignment">
        <HistoryList v-if="side === 'history' && code" :read="`/api/history/assignments/${segment(code)}`" :write="`/api/history/assignments/${segment(code)}/put-back`" :version="stored" :after="afterPutBack" />
        <div v-else class="grid grid-cols-[minmax(0,1fr)_minmax(250px,34%)] gap-6">
          <div class="min-w-0">
            <ConflictNote v-if="conflict" @theirs="record.takeTheirs()" @mine="record.keepMine()" />
            <ul v-if="record.errors.value.length" class="mb-3 text-madder" role="alert"><li v-for="e in record.errors.value" :key="e.path + e.message"><span class="code">{{ e.path }}</span> {{ e.message }}</li></ul>
            <label class="block text-ink2">Name, for the team<input v-model="draft.name" class="field mt-0.5 block w-full" :disabled="readonly" maxlength="200" :autofocus="code === null"></label>
            <section class="mt-4" aria-label="Pieces"><h2 class="border-b border-hair pb-1">What</h2>
              <ol><li v-for="(p, i) in draft.pieces" :key="p" class="flex items-center gap-2 border-b border-hair py-1"><NuxtLink class="hover:underline" :to="`/library/${segment(p)}`">{{ pieceName(p) }}</NuxtLink><span v-if="!readonly" class="ml-auto"><button type="button" class="px-1 text-ink2" :disabled="i === 0" :aria-label="`Move ${pieceName(p)} up`" @click="movePiece(i, -1)">↑</button><button type="button" class="px-1 text-ink2" :disabled="i === draft.pieces.length - 1" :aria-label="`Move ${pieceName(p)} down`" @click="movePiece(i, 1)">↓</button><button type="button" class="px-1 text-ink2" :aria-label="`Take ${pieceName(p)} out`" @click="draft.pieces = draft.pieces.filter((x) => x !== p)">×</button></span></li></ol>
              <select v-if="!readonly && free.length" class="field mt-1.5" aria-label="Add a piece" :value="''" @change="draft.pieces.push(($event.target as HTMLSelectElement).value); ($event.target as HTMLSelectElement).value = ''"><option value="" disabled>Add a piece …</option><option v-for="p in free" :key="p.code" :value="p.code">{{ p.name }}</option></select>
            </section>
            <section class="mt-4" aria-label="To which products"><h2 class="border-b border-hair pb-1">To which products</h2>
              <fieldset class="flex flex-wrap gap-x-5 gap-y-1 py-1.5" :disabled="readonly"><legend class="sr-only">Reach</legend><label v-for="b in bases" :key="b.id" class="flex items-center gap-1.5"><input v-model="draft.reach.base" type="radio" name="base" :value="b.id">{{ b.label }}</label></fieldset>
              <ConditionGroup v-if="draft.reach.base === 'rule'" v-model="rule" :disabled="readonly" />
              <SkuList v-if="draft.reach.base === 'chosen'" v-model="draft.reach.chosen" label="Choose a product" :disabled="readonly" />
              <dl class="mt-2.5 grid grid-cols-[90px_minmax(0,1fr)] items-start gap-y-1.5"><dt class="pt-1 text-ink2">and also</dt><dd><SkuList v-model="draft.reach.added" label="Add a product" :disabled="readonly" /></dd><dt class="pt-1 text-ink2">but not</dt><dd><SkuList v-model="draft.reach.leftOut" label="Leave a product out" :disabled="readonly" /></dd></dl>
              <label class="mt-2 flex items-center gap-1.5 text-ink2"><input v-model="draft.reach.eachVariant" type="checkbox" :disabled="readonly">asked of each variant on its own</label>
            </section>
            <section class="mt-4" aria-label="Limits"><h2 class="border-b border-hair pb-1">Only</h2>
              <div class="grid grid-cols-[90px_minmax(0,1fr)] items-start gap-y-1.5 pt-1.5">
                <span class="text-ink2">storefronts</span><fieldset class="flex flex-wrap gap-x-4" :disabled="readonly"><legend class="sr-only">Storefronts; none means all</legend><label v-for="s in setup.storefronts" :key="s.code" class="flex min-h-6 items-center gap-1.5" :class="`thread-${s.code}`"><input type="checkbox" :checked="draft.limits.storefronts.includes(s.code)" @change="toggle('storefronts', s.code)"><span class="dot" />{{ s.name }}</label></fieldset>
                <span class="text-ink2">languages</span><fieldset class="flex flex-wrap gap-x-4" :disabled="readonly"><legend class="sr-only">Languages; none means all</legend><label v-for="l in languages" :key="l" class="flex min-h-6 items-center gap-1.5"><input type="checkbox" :checked="draft.limits.languages.includes(l)" @change="toggle('languages', l)">{{ l }}</label></fieldset>
                <span class="text-ink2">customers</span><fieldset class="flex flex-wrap gap-x-4" :disabled="readonly"><legend class="sr-only">Customer groups; none means all</legend><label v-for="g in setup.groups" :key="g.code" class="flex min-h-6 items-center gap-1.5"><input type="checkbox" :checked="draft.limits.groups.includes(g.code)" @change="toggle('groups', g.code)">{{ g.name.toLowerCase() }}</label></fieldset>
                <label class="pt-1 text-ink2" for="limit-from">from</label><span class="flex flex-wrap items-center gap-2"><input id="limit-from" class="field" type="datetime-local" :value="draft.limits.from ?? ''" :disabled="readonly" @change="draft.limits.from = ($event.target as HTMLInputElement).value || null"><label class="text-ink2">to <input class="field" type="datetime-local" :value="draft.limits.to ?? ''" :disabled="readonly" @change="draft.limits.to = ($event.target as HTMLInputElement).value || null"></label><small class="text-ink3">in each storefront’s time zone</small></span>
              </div>
            </section>
            <section class="mt-4" aria-label="Where on the page"><h2 class="border-b border-hair pb-1">Where on the page</h2>
              <div class="flex flex-wrap items-end gap-4 pt-1.5"><label class="text-ink2">Area<select v-model="draft.area" class="field mt-0.5 block" :disabled="readonly"><option v-for="a in areas" :key="a" :value="a">{{ a.replaceAll('-', ' ') }}</option></select></label>
                <label class="text-ink2">Order, low numbers first<input v-model.number="draft.order" class="field mt-0.5 block w-28" type="number" step="1" :disabled="readonly"></label>
                <label class="flex items-center gap-1.5 pb-1.5"><input v-model="draft.resting" type="checkbox" :disabled="readonly">rests for now</label></div>
            </section>
          </div>
          <ReachPanel class="sticky top-0 self-start" :reach="reach" :limits="draft.limits" :saved="code" @sentence="sentence = $event" />
        </div>
      </div>
    </template>
    <p v-else class="p-8 text-ink2">Opening …</p>
  </div>
</template>
