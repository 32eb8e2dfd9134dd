<script setup lang="ts">
import { carrierFamilies } from '@core/catalogue/package-measures'
import { unitsOf } from '@core/units/registry'
import { useLocalStorage } from '@vueuse/core'
import type { Storefront } from '@core/catalogue/model'
import { knownTag, tagProblem } from '@core/language/tag'
import { translationStates } from '@core/translation/state'

const route = useRoute()
const setup = useSetupStore()
const lens = useLensStore()
const session = useSessionStore()
const code = computed(() => String(route.params.code))
const record = useRecord(
  'storefronts',
  () => code.value,
  () => ({}) as Storefront,
  (r) => r.name,
)
const { draft, stored, changed, problem, conflict, busy } = record
/** Whoever edits content looks after facts, pages and the layout; the rest is the administrator's. */
const readonly = computed(() => !session.mayEdit)
/** The colour of its thread; without one of its own, the one of its place. */
const colour = computed({
  get: () =>
    threadColour(
      draft.value?.colour ?? '',
      setup.storefronts.findIndex((s) => s.code === code.value),
    ),
  set: (chosen) => {
    draft.value!.colour = chosen
  },
})
const setCarrier = (has: boolean) => {
  draft.value!.carrierUnits = has ? { mass: 'kg', length: 'cm' } : null
}
const adminOnly = computed(() => !session.mayAdminister)
const past = ref(false)
const sides = {
  layout: 'Page layout',
  pages: 'Standing pages',
  menu: 'Menu',
  phrases: 'Phrases',
  addresses: 'Addresses',
  releasing: 'Releases',
  facts: 'Facts and languages',
} as const
const { side: wanted } = useRoute().query
const side = ref<keyof typeof sides>(isSide(wanted) ? wanted : 'layout')
function isSide(name: unknown): name is keyof typeof sides {
  return typeof name === 'string' && name in sides
}
/** Page layout is shown with the layout as it is being written, on a product of one's choice. */
const { focus, refresh: refreshProof } = useProofFocus()
useProofPlace()
const sample = useLocalStorage('inkloom:layout-sample', '')
const begun = call('listProducts', { query: { limit: 1, status: 'active' } }).then((a) => {
  if (!sample.value) sample.value = a.items[0]?.sku ?? ''
}, tellProblem)
watch(
  [sample, side],
  () => {
    focus.value = side.value === 'layout' ? sample.value || null : null
  },
  { immediate: true },
)
onBeforeUnmount(() => {
  focus.value = null
})
void begun
useProofTrial(() =>
  changed.value && draft.value && lens.storefront === code.value
    ? { name: 'this layout', layout: draft.value.layout }
    : null,
)
function look() {
  const edition = lens.editions.find((e) => e.storefront === code.value)
  if (edition && lens.storefront !== code.value) lens.set({ in: edition.id })
}
onMounted(look)
async function save() {
  if (readonly.value || !changed.value || !(await record.save())) return
  await setup.reload()
  refreshProof()
}
/** A language that is added, as a tag, and one that it may borrow from: of the same language elsewhere. */
const newLanguage = ref('')
const newBorrow = ref('')
const languageProblem = ref('')
const borrowable = computed(() =>
  setup.languages.filter(
    (l) => l !== newLanguage.value.trim() && l.split('-')[0] === newLanguage.value.trim().split('-')[0],
  ),
)
const added = computed(() =>
  draft.value!.editions.map((e) => e.language).filter((l) => !stored.value!.editions.some((e) => e.language === l)),
)
/** A stored language that somebody is asked about before it is taken away. */
const removing = ref('')
function askToRemove(language: string) {
  const isStored = stored.value!.editions.some((e) => e.language === language)
  if (isStored) removing.value = language
  else removeLanguage(language)
}
function removeLanguage(language: string) {
  draft.value!.editions = draft.value!.editions.filter((e) => e.language !== language)
  removing.value = ''
}
function addLanguage() {
  const tag = knownTag(newLanguage.value.trim())
  languageProblem.value =
    !tag || !newLanguage.value.trim()
      ? tagProblem(newLanguage.value.trim())
      : draft.value!.editions.some((e) => e.language === tag)
        ? `${languageName(tag)} already exists.`
        : ''
  if (languageProblem.value) return
  draft.value!.editions = [
    ...draft.value!.editions,
    { language: tag!, borrow: newBorrow.value ? [newBorrow.value] : [], asks: 'translated', acceptsUnread: false },
  ]
  newLanguage.value = ''
  newBorrow.value = ''
}
useKeys('Storefront', [
  { keys: 'Ctrl+S', does: 'Save', always: true, run: () => void save() },
  {
    keys: 'h',
    does: 'Show or hide history',
    run: () => {
      past.value = !past.value
    },
  },
])
</script>

<template>
  <div class="page">
    <div v-if="problem" class="p-8" role="alert">
      <h1>{{ problem.problem.title }}</h1>
      <p class="mt-2">{{ problem.sentence }}</p>
      <NuxtLink to="/settings/storefronts" class="act mt-3">To the storefronts</NuxtLink>
    </div>
    <template v-else-if="draft && stored">
      <PageHead
        :title="draft.name"
        :storefront="draft.code"
        :back="{ to: '/settings/storefronts', label: 'Storefronts' }"
      >
        <template #place>{{ draft.code }} · {{ draft.currency }} · {{ draft.timeZone }}</template>
        <label class="inline-row text-ink2"
          >Colour<ColourField v-model="colour" class="w-9" :disabled="readonly" :label="`Colour of ${draft.name}`"
        /></label>
        <template #actions
          ><RecordActions
            v-model="past"
            it="Storefront"
            :history="true"
            :changed="changed"
            :readonly="readonly"
            :blocked="busy"
            @leave="record.reset"
            @save="save"
        /></template>
        <template #controls>
          <PageSides v-model="side" :sides="sides" /><span
            v-if="side === 'layout' && !past"
            class="ml-auto flex items-center gap-2 text-ink2"
            >preview on <SkuPicker v-model="sample" label="Product on which the page is shown" class="w-44" /></span
        ></template>
      </PageHead>
      <div class="page-body padded" tabindex="0" aria-label="The storefront">
        <ConflictNote v-if="conflict" @theirs="record.takeTheirs()" @mine="record.keepMine()" />
        <HistoryList
          v-if="past"
          :of="{ kind: 'storefronts', code }"
          :version="stored"
          :after="() => record.takeTheirs()"
        />
        <div v-else class="max-w-[760px]">
          <p v-for="e in record.otherErrors.value.slice(0, 5)" :key="e.path" class="pb-1 text-madder" role="alert">
            {{ e.message }}
          </p>
          <LayoutEditor v-if="side === 'layout'" v-model="draft.layout" :disabled="readonly" />
          <StandingPages
            v-else-if="side === 'pages'"
            v-model="draft.pages"
            :disabled="readonly"
            :languages="draft.editions.map((e) => e.language)"
            :facts="draft.facts"
          />
          <MenuEditor
            v-else-if="side === 'menu'"
            v-model="draft.menu"
            :disabled="readonly"
            :language="lens.storefront === code ? lens.language : draft.editions.at(-1)!.language"
            :pages="draft.pages"
          />
          <PhrasesEditor
            v-else-if="side === 'phrases'"
            v-model="draft.phrases"
            v-model:added="draft.addedPhrases"
            :disabled="readonly"
            :code="code"
            :languages="draft.editions.map((e) => e.language)"
          />
          <PageAddressesEditor
            v-else-if="side === 'addresses'"
            v-model="draft.addresses"
            :disabled="adminOnly"
            :languages="draft.editions.map((e) => e.language)"
          />
          <ReleaseRulesForm
            v-else-if="side === 'releasing'"
            v-model="draft.releasing"
            :disabled="adminOnly"
            :time-zone="draft.timeZone"
          />
          <div v-else class="grid gap-5">
            <FactsEditor
              v-model="draft.facts"
              :disabled="readonly"
              :languages="draft.editions.map((e) => e.language)"
            />
            <section aria-label="Carrier">
              <h2>Carrier</h2>
              <p class="pb-1.5 text-ink2">
                Measures of packages are shown in these units too. They stay stored as they were entered.
              </p>
              <p class="inline-row">
                <CheckBox
                  :model-value="draft.carrierUnits !== null"
                  :disabled="adminOnly"
                  @update:model-value="setCarrier"
                  >The carrier has units of its own</CheckBox
                ><template v-if="draft.carrierUnits"
                  ><SelectField
                    as-written
                    v-for="family in carrierFamilies"
                    :key="family"
                    v-model="draft.carrierUnits[family]"
                    :disabled="adminOnly"
                    :label="`Carrier’s unit of ${family}`"
                    :options="unitsOf(family).map((u) => option(u.symbol, u.symbol))"
                /></template>
              </p>
            </section>
            <section aria-label="Languages">
              <h2>Languages</h2>
              <p class="pb-1.5 text-ink2">
                The state that translations must reach before they can be released, and whether unconfirmed machine
                translations can be released.<template v-if="adminOnly"> An administrator can change this.</template>
              </p>
              <p v-for="e in draft.editions" :key="e.language" class="inline-row py-1">
                <label class="w-64" :for="`asks-${e.language}`"
                  >{{ languageName(e.language)
                  }}<small v-if="e.borrow.length" class="text-ink2"
                    >, borrows from {{ e.borrow.map(languageName).join(', ') }}</small
                  ></label
                ><SelectField
                  :id="`asks-${e.language}`"
                  :disabled="adminOnly"
                  v-model="e.asks"
                  :options="asNamed(translationStates)"
                /><CheckBox
                  v-if="e.language !== setup.source"
                  v-model="e.acceptsUnread"
                  :disabled="adminOnly"
                  class="text-ink2"
                  >accept unconfirmed machine text</CheckBox
                ><NuxtLink
                  v-if="e.language !== setup.source && stored.editions.some((x) => x.language === e.language)"
                  class="plain"
                  :to="{ path: '/translation/carried-over', query: { in: `${code}/${e.language}` } }"
                  >Carried over</NuxtLink
                ><button
                  v-if="!adminOnly && draft.editions.length > 1"
                  type="button"
                  class="plain"
                  :aria-label="`Remove ${languageName(e.language)}`"
                  @click="askToRemove(e.language)"
                >
                  Remove
                </button>
              </p>
              <RemoveLanguage
                v-if="removing"
                :storefront="code"
                :language="removing"
                @cancel="removing = ''"
                @remove="removeLanguage(removing)"
              />
              <form v-if="!adminOnly" class="flex flex-wrap items-center gap-2 py-1" @submit.prevent="addLanguage">
                <TextField
                  v-model="newLanguage"
                  placeholder="it-CH"
                  maxlength="35"
                  class="w-28"
                  label="Language to add, as a tag"
                /><label class="text-ink2"
                  >borrows from<SelectField
                    v-model="newBorrow"
                    class="ml-2"
                    label="Language that it borrows from"
                    :options="[option('', 'none'), ...withWords(borrowable, languageName)]" /></label
                ><button type="submit" class="plain min-h-6">Add a language</button
                ><span v-if="languageProblem" class="text-madder" role="alert">{{ languageProblem }}</span>
              </form>
              <p v-if="added.length" class="pt-1 text-ink2">
                Everything in {{ added.map(languageName).join(', ') }} starts as missing. Once saved, “Carried over”
                shows what it takes from other languages.
              </p>
            </section>
          </div>
        </div>
      </div>
    </template>
  </div>
</template>
