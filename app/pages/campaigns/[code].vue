<script setup lang="ts">
import type { Campaign } from '@core/assignments/campaign'

const route = useRoute()
const code = computed(() => (route.params.code === 'new' ? null : String(route.params.code)))
const setup = useSetupStore()
const session = useSessionStore()
const record = useRecord<Campaign>('campaigns', () => code.value, () => ({ code: '', name: '', note: '', storefronts: [], from: null, to: null }), (r) => r.name)
const { draft, stored, changed, problem, conflict, busy } = record
const readonly = computed(() => !session.mayEdit)
const past = ref(false)
const sure = ref(false)
const assignments = useAsking((signal) => get<{ items: { code: string; name: string; campaign: string | null; resting: boolean }[] }>('/api/assignments', { limit: 1000 }, signal), () => code.value)
const belonging = computed(() => (assignments.data.value?.items ?? []).filter((a) => a.campaign === code.value && code.value !== null))
const toggle = (s: string) => { draft.value!.storefronts = draft.value!.storefronts.includes(s) ? draft.value!.storefronts.filter((x) => x !== s) : [...draft.value!.storefronts, s] }
async function save() {
  if (readonly.value || !draft.value) return
  if (draft.value.name.trim() === '') return tellProblem(new ApiProblem({ title: 'No name yet', status: 422, detail: 'Give the campaign a name first.' }))
  if (await record.save()) await setup.reload()
}
useKeys('Campaign', [
  { keys: 'Ctrl+S', does: 'Save', always: true, run: () => void save() },
  { keys: 'h', does: 'History, and back', run: () => { past.value = !past.value } },
])
</script>

<template>
  <div class="flex h-full flex-col">
    <div v-if="problem" class="p-8" role="alert"><h1>{{ problem.problem.title }}</h1><p class="mt-2">{{ problem.sentence }}</p><NuxtLink to="/campaigns" class="act mt-3">To the campaigns</NuxtLink></div>
    <template v-else-if="draft">
      <div class="px-5 pb-2 pt-3">
        <div class="flex items-baseline gap-3"><span class="code flex gap-3"><NuxtLink to="/campaigns" class="hover:underline">Campaigns</NuxtLink><span>{{ code ?? 'new' }}</span></span>
          <RecordActions v-model="past" it="Campaign" :history="code !== null" :changed="changed" :readonly="readonly" :blocked="busy" @leave="record.reset" @save="save"><button v-if="code && !readonly" type="button" class="plain" @click="sure = true">Delete</button></RecordActions></div>
        <p v-if="sure" class="flex items-center gap-3 pt-1" role="alert">Delete this campaign? Nothing may belong to it any more. <button type="button" class="act main" @click="record.remove(() => setup.reload())">Delete it</button><button type="button" class="plain" @click="sure = false">Keep it</button></p>
        <h1 class="mt-0.5 truncate">{{ draft.name || 'A new campaign' }}</h1>
      </div>
      <div class="min-h-0 flex-1 overflow-auto border-t border-hair2 bg-sheet px-5 pb-8 pt-3" tabindex="0" aria-label="The campaign">
        <HistoryList v-if="past && code" :read="`/api/history/campaigns/${segment(code)}`" :write="`/api/history/campaigns/${segment(code)}/put-back`" :version="stored" :after="async () => { await record.takeTheirs(); await setup.reload() }" />
        <div v-else class="grid max-w-[760px] gap-4">
          <ConflictNote v-if="conflict" @theirs="record.takeTheirs()" @mine="record.keepMine()" />
          <ul v-if="record.errors.value.length" class="text-madder" role="alert"><li v-for="e in record.errors.value" :key="e.path">{{ e.message }}</li></ul>
          <label class="text-ink2">Name<input v-model="draft.name" class="field mt-0.5 block w-full" :disabled="readonly" maxlength="120" :autofocus="code === null"></label>
          <label class="text-ink2">What it is for<input v-model="draft.note" class="field mt-0.5 block w-full" :disabled="readonly" maxlength="5000"></label>
          <fieldset class="flex flex-wrap gap-x-4" :disabled="readonly"><legend class="text-ink2">Storefronts; none means every one</legend><label v-for="s in setup.storefronts" :key="s.code" class="flex min-h-6 items-center gap-1.5" :class="`thread-${s.code}`"><input type="checkbox" :checked="draft.storefronts.includes(s.code)" @change="toggle(s.code)"><span class="dot" />{{ s.name }}</label></fieldset>
          <p class="flex flex-wrap items-end gap-3"><label class="text-ink2">From<input class="field mt-0.5 block" type="datetime-local" :value="draft.from === null ? '' : draft.from.includes('T') ? draft.from : `${draft.from}T00:00`" :disabled="readonly" @change="draft.from = ($event.target as HTMLInputElement).value || null"></label><label class="text-ink2">To<input class="field mt-0.5 block" type="datetime-local" :value="draft.to === null ? '' : draft.to.includes('T') ? draft.to : `${draft.to}T23:59`" :disabled="readonly" @change="draft.to = ($event.target as HTMLInputElement).value || null"></label><small class="pb-1.5 text-ink3">in each storefront’s time zone; a day alone ends with its last minute</small></p>
          <section v-if="code" aria-label="What belongs to it"><h2 class="border-b border-hair pb-1">What belongs to it</h2><ul><li v-for="a in belonging" :key="a.code" class="border-b border-hair py-1"><NuxtLink class="hover:underline" :to="`/assignments/${segment(a.code)}`">{{ a.name }}</NuxtLink><small v-if="a.resting" class="ml-2 text-ochre">rests</small></li></ul><p v-if="belonging.length === 0" class="pt-1.5 text-ink2">No assignment yet: choose the campaign among an assignment’s limits.</p></section>
        </div>
      </div>
    </template>
    <p v-else class="p-8 text-ink2">Opening …</p>
  </div>
</template>
