<script setup lang="ts">
import { areas, areaWords } from '@core/assignments/areas'
import type { Storefront } from '@core/catalogue/model'
import { translationStates } from '@core/translation/state'

const route = useRoute()
const setup = useSetupStore()
const session = useSessionStore()
const code = computed(() => String(route.params.code))
const record = useRecord<Storefront>('storefronts', () => code.value, () => ({}) as Storefront, (r) => r.name)
const { draft, stored, changed, problem, conflict, busy } = record
const readonly = computed(() => !session.mayAdminister)
const past = ref(false)
const newFact = ref('')
async function save() {
  if (!readonly.value && changed.value && await record.save()) await setup.reload()
}
function addFact() {
  const name = newFact.value.trim().toLowerCase().replace(/[^a-z0-9]+/g, '-').replace(/^-+|-+$/g, '')
  if (name && !(name in draft.value!.facts)) draft.value!.facts = { ...draft.value!.facts, [name]: '' }
  newFact.value = ''
}
const dropFact = (name: string) => { draft.value!.facts = Object.fromEntries(Object.entries(draft.value!.facts).filter(([n]) => n !== name)) }
useKeys('Storefront', [{ keys: 'Ctrl+S', does: 'Save', always: true, run: () => void save() }, { keys: 'h', does: 'History, and back', run: () => { past.value = !past.value } }])
</script>

<template>
  <div class="flex h-full flex-col">
    <div v-if="problem" class="p-8" role="alert"><h1>{{ problem.problem.title }}</h1><p class="mt-2">{{ problem.sentence }}</p><NuxtLink to="/settings/storefronts" class="act mt-3">To the storefronts</NuxtLink></div>
    <template v-else-if="draft && stored">
      <div class="flex flex-wrap items-baseline gap-x-4 gap-y-1 border-b border-hair2 px-5 pb-2 pt-3.5" :class="`thread-${code}`">
        <NuxtLink to="/settings/storefronts" class="code">Storefronts</NuxtLink><h1 class="flex items-baseline gap-2"><span class="dot" />{{ draft.name }}</h1><span class="code">{{ draft.code }} · {{ draft.currency }} · {{ draft.timeZone }}</span>
        <RecordActions v-model="past" it="Storefront" :history="true" :changed="changed" :readonly="readonly" :blocked="busy" @leave="record.reset" @save="save" />
      </div>
      <div class="min-h-0 flex-1 overflow-auto bg-sheet px-5 pb-10 pt-3" tabindex="0" aria-label="The storefront">
        <ConflictNote v-if="conflict" @theirs="record.takeTheirs()" @mine="record.keepMine()" />
        <HistoryList v-if="past" :read="`/api/history/storefronts/${segment(code)}`" :write="`/api/history/storefronts/${segment(code)}/put-back`" :version="stored" :after="() => record.takeTheirs()" />
        <fieldset v-else class="grid max-w-[760px] gap-5" :disabled="readonly">
          <legend class="sr-only">The storefront</legend>
          <p v-if="readonly" class="text-ink2">An administrator can change this.</p>
          <section aria-label="Facts"><h2>Facts</h2><p class="pb-1.5 text-ink2">What inline values of texts can name, as shoppers read it.</p>
            <p v-for="(_, name) in draft.facts" :key="name" class="flex items-center gap-2 py-1"><label class="w-36 text-ink2" :for="`fact-${name}`">{{ String(name).replaceAll('-', ' ') }}</label><input :id="`fact-${name}`" v-model="draft.facts[name]" class="field flex-1" maxlength="500"><button v-if="!readonly" type="button" class="min-h-6 px-1.5 text-ink2" :aria-label="`Take out ${name}`" @click="dropFact(String(name))">×</button></p>
            <p v-if="!readonly" class="flex items-center gap-2 py-1"><input v-model="newFact" class="field w-36" aria-label="Name of a new fact" placeholder="return days" maxlength="40" @keydown.enter.prevent="addFact"><button type="button" class="plain" @click="addFact">Add a fact</button></p>
          </section>
          <section aria-label="Languages"><h2>Languages</h2><p class="pb-1.5 text-ink2">The least state that translations need before they are fit to release.</p>
            <p v-for="e in draft.editions" :key="e.language" class="flex items-center gap-2 py-1"><label class="w-64" :for="`asks-${e.language}`">{{ languageName(e.language) }}<small v-if="e.borrow.length" class="text-ink2">, borrows from {{ e.borrow.join(', ') }}</small></label><select :id="`asks-${e.language}`" v-model="e.asks" class="field"><option v-for="s in translationStates" :key="s" :value="s">{{ s }}</option></select></p>
          </section>
          <section aria-label="Areas"><h2>Areas that must not be empty</h2>
            <p class="flex flex-wrap gap-x-5 pt-1"><label v-for="a in areas" :key="a" class="flex min-h-6 items-center gap-1.5"><input v-model="draft.layout.needed" type="checkbox" :value="a">{{ areaWords[a] }}</label></p>
          </section>
          <p v-for="e in record.errors.value.slice(0, 5)" :key="e.path" class="text-madder" role="alert">{{ e.message }}</p>
        </fieldset>
      </div>
    </template>
  </div>
</template>
