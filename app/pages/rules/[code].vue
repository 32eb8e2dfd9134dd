<script setup lang="ts">
import { noLimits } from '@core/assignments/limits'
import type { Reach } from '@core/assignments/assignment'
import type { NamedRule } from '@core/rules/condition'
import { asGroup, fromBuilder, toBuilder, type BuilderGroup } from '@core/rules/builder'

const route = useRoute()
const code = computed(() => (route.params.code === 'new' ? null : String(route.params.code)))
const setup = useSetupStore()
const session = useSessionStore()
const { focus } = useProofFocus()
onBeforeUnmount(() => { focus.value = null })
const record = useRecord<NamedRule>('named-rules', () => code.value, () => ({ code: '', name: '', note: '', rule: { all: [] } }), (r) => r.name)
const { draft, stored, changed, problem, conflict, busy } = record
const readonly = computed(() => !session.mayEdit)
const past = ref(false)
const sure = ref(false)
const rule = computed<BuilderGroup>({ get: () => toBuilder(asGroup(draft.value?.rule ?? null), setup.forCore), set: (group) => { draft.value!.rule = fromBuilder(group, setup.forCore) } })
const reach = computed<Reach>(() => ({ base: 'rule', rule: draft.value!.rule, chosen: [], added: [], leftOut: [], eachVariant: false }))
const limits = noLimits()
const sentence = ref('')
async function save() {
  if (readonly.value || !draft.value) return
  if (draft.value.name.trim() === '') return tellProblem(new ApiProblem({ title: 'No name yet', status: 422, detail: 'Give the rule a name first.' }))
  if (await record.save()) await setup.reload()
}
useKeys('Named rule', [
  { keys: 'Ctrl+S', does: 'Save', always: true, run: () => void save() },
  { keys: 'h', does: 'History, and back', run: () => { past.value = !past.value } },
])
</script>

<template>
  <div class="flex h-full flex-col">
    <div v-if="problem" class="p-8" role="alert"><h1>{{ problem.problem.title }}</h1><p class="mt-2">{{ problem.sentence }}</p><NuxtLink to="/rules" class="act mt-3">To the named rules</NuxtLink></div>
    <template v-else-if="draft">
      <div class="px-5 pb-2 pt-3">
        <div class="flex items-baseline gap-3"><span class="code flex gap-3"><NuxtLink to="/rules" class="hover:underline">Named rules</NuxtLink><span>{{ code ?? 'new' }}</span></span>
          <RecordActions v-model="past" it="Rule" :history="code !== null" :changed="changed" :readonly="readonly" :blocked="busy" @leave="record.reset" @save="save"><button v-if="code && !readonly" type="button" class="plain" @click="sure = true">Delete</button></RecordActions></div>
        <p v-if="sure" class="flex items-center gap-3 pt-1" role="alert">Delete this rule? Nothing may name it any more. <button type="button" class="act main" @click="record.remove(() => setup.reload())">Delete it</button><button type="button" class="plain" @click="sure = false">Keep it</button></p>
        <h1 class="mt-0.5 truncate">{{ draft.name || 'A new rule' }}</h1><p class="font-serif text-[15px] italic text-ink2">{{ sentence }}</p>
      </div>
      <div class="min-h-0 flex-1 overflow-auto border-t border-hair2 bg-sheet px-5 pb-8 pt-3" tabindex="0" aria-label="The rule">
        <HistoryList v-if="past && code" :read="`/api/history/named-rules/${segment(code)}`" :write="`/api/history/named-rules/${segment(code)}/put-back`" :version="stored" :after="async () => { await record.takeTheirs(); await setup.reload() }" />
        <div v-else class="grid grid-cols-[minmax(0,1fr)_minmax(250px,34%)] gap-6">
          <div class="grid content-start gap-4">
            <ConflictNote v-if="conflict" @theirs="record.takeTheirs()" @mine="record.keepMine()" />
            <ul v-if="record.errors.value.length" class="text-madder" role="alert"><li v-for="e in record.errors.value" :key="e.path + e.message">{{ e.message }}</li></ul>
            <div class="grid grid-cols-2 gap-4"><label class="text-ink2">Name<input v-model="draft.name" class="field mt-0.5 block w-full" :disabled="readonly" maxlength="120" :autofocus="code === null"></label><label class="text-ink2">Note<input v-model="draft.note" class="field mt-0.5 block w-full" :disabled="readonly" maxlength="5000"></label></div>
            <section aria-label="The conditions"><h2 class="border-b border-hair pb-1.5">What it finds</h2><ConditionGroup v-model="rule" class="mt-2" :disabled="readonly" /><LogicBox v-if="!readonly" @take="draft.rule = $event" /></section>
          </div>
          <ReachPanel class="sticky top-0 self-start" :reach="reach" :limits="limits" :saved="null" @sentence="sentence = $event" />
        </div>
      </div>
    </template>
    <p v-else class="p-8 text-ink2">Opening …</p>
  </div>
</template>
