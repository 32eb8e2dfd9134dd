<script setup lang="ts">
import { formats, formatWords, type Bounds, type StyleSettings } from '@core/house-style/style'
import { attributeTypes } from '@core/attributes/types/registry'

const route = useRoute()
const setup = useSetupStore()
const session = useSessionStore()
const code = computed(() => (route.params.code === 'new' ? null : String(route.params.code)))
const record = useRecord(
  'house-styles',
  () => code.value,
  () => ({ code: '', field: null, storefront: null, language: null, settings: {} }),
  (r) => [r.field, r.storefront, r.language].filter(Boolean).join(' ') || 'everything',
)
const { draft, stored, changed, problem, conflict, busy } = record
const readonly = computed(() => !session.mayEdit)
const past = ref(false)
const texts = computed(() => [...setup.attributes.values()].filter((a) => attributeTypes[a.type].isText))
const languages = computed(() => [...new Set(setup.languages.flatMap((l) => [l.split('-')[0]!, l]))].sort())
const title = computed(() =>
  draft.value
    ? [
        draft.value.field === null
          ? 'Every text'
          : setup.label(setup.attributes.get(draft.value.field)?.labels, draft.value.field),
        draft.value.storefront && setup.storefrontName(draft.value.storefront),
        draft.value.language && languageName(draft.value.language),
      ]
        .filter(Boolean)
        .join(' · ')
    : '',
)
const limits = [
  ['characters', 'Characters'],
  ['words', 'Words'],
  ['points', 'Key points'],
  ['pixels', 'Pixels in search results'],
] as const
function bound(which: 'characters' | 'words' | 'points' | 'pixels', end: keyof Bounds, to: number | null) {
  const next = { least: null, most: null, ...draft.value!.settings[which], [end]: to }
  set({ [which]: next.least === null && next.most === null ? undefined : next })
}
/** Sets what is said; what is not said any more is left to more general parts. */
function set(change: Partial<StyleSettings>) {
  const settings = { ...draft.value!.settings, ...change }
  draft.value!.settings = Object.fromEntries(Object.entries(settings).filter(([, v]) => v !== undefined))
}
const lines = (text: string) =>
  text
    .split('\n')
    .map((l) => l.trim())
    .filter(Boolean)
/** Words one a line, or with commas between, which people write as often; undefined where there are none. */
function words(text: string): string[] | undefined {
  const list = text
    .split(/[\n,;、،]/)
    .map((w) => w.trim())
    .filter(Boolean)
  return list.length > 0 ? list : undefined
}
const preferredText = computed(() =>
  (draft.value?.settings.preferred ?? []).map((p) => `${p.use}: ${p.insteadOf.join(', ')}`).join('\n'),
)
function setPreferred(text: string) {
  const list = lines(text).flatMap((l) => {
    const [use, rest] = [l.slice(0, l.indexOf(':')).trim(), l.slice(l.indexOf(':') + 1)]
    const insteadOf = rest
      .split(',')
      .map((w) => w.trim())
      .filter(Boolean)
    return l.includes(':') && use && insteadOf.length ? [{ use, insteadOf }] : []
  })
  set({ preferred: list.length ? list : undefined })
}
const three = (v: boolean | undefined) => (v === undefined ? '' : String(v))
async function save() {
  if (!readonly.value && changed.value && (await record.save())) forgetHouseStyle()
}
useKeys('House style', [
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
      <NuxtLink to="/settings/house-style" class="act mt-3">To the house style</NuxtLink>
    </div>
    <template v-else-if="draft && stored">
      <PageHead :title="title" :back="{ to: '/settings/house-style', label: 'House style' }">
        <template #actions
          ><RecordActions
            v-model="past"
            it="House style"
            :history="code !== null"
            :changed="changed"
            :readonly="readonly"
            :blocked="busy"
            @leave="record.reset"
            @save="save"
        /></template>
      </PageHead>
      <div class="page-body padded" tabindex="0" aria-label="The house style rule set">
        <ConflictNote v-if="conflict" @theirs="record.takeTheirs()" @mine="record.keepMine()" />
        <HistoryList
          v-if="past && code"
          :of="{ kind: 'house-styles', code }"
          :version="stored"
          :after="() => record.takeTheirs()"
        />
        <fieldset
          v-else
          class="grid max-w-[860px] grid-cols-[150px_minmax(0,1fr)] items-start gap-x-4 gap-y-3"
          :disabled="readonly"
        >
          <legend class="sr-only">Rules for texts</legend>
          <span class="pt-1.5 text-ink2">Applies to</span>
          <span class="cluster">
            <SelectField
              :model-value="draft.field"
              label="Text"
              :options="[
                option(null, 'every text'),
                ...texts.map((a) => option(a.code, setup.label(a.labels, a.code))),
              ]"
              @update:model-value="draft.field = $event"
            />
            <SelectField
              :model-value="draft.storefront"
              label="Storefront"
              :options="[
                option(null, 'in every storefront'),
                ...setup.storefronts.map((s) => option(s.code, `in ${s.name}`)),
              ]"
              @update:model-value="draft.storefront = $event"
            />
            <SelectField
              :model-value="draft.language"
              label="Language"
              :options="[option(null, 'in every language'), ...withWords(languages, (l) => `in ${languageName(l)}`)]"
              @update:model-value="draft.language = $event"
            />
          </span>
          <template v-for="[which, name] in limits" :key="which">
            <span class="pt-1.5 text-ink2">{{ name }}</span>
            <span class="inline-row"
              ><label
                >from
                <NumberField
                  class="ml-1 w-24"
                  :label="`${name}, at least`"
                  :model-value="draft.settings[which]?.least ?? null"
                  whole
                  :least="0"
                  @update:model-value="bound(which, 'least', $event)" /></label
              ><label
                >to
                <NumberField
                  class="ml-1 w-24"
                  :label="`${name}, at most`"
                  :model-value="draft.settings[which]?.most ?? null"
                  whole
                  :least="0"
                  @update:model-value="bound(which, 'most', $event)" /></label
            ></span>
          </template>
          <FormField
            beside
            for="banned"
            label="Banned words"
            help="one per line or with commas; all word forms count, parts of other words do not"
          >
            <TextArea
              id="banned"
              rows="4"
              :model-value="(draft.settings.banned ?? []).join('\n')"
              class="w-full font-serif"
              @commit="set({ banned: words($event) })"
            /><WordTrial
              class="pt-1.5"
              :words="draft.settings.banned ?? []"
              :field="draft.field"
              :storefront="draft.storefront"
              :language="draft.language"
            />
          </FormField>

          <FormField beside for="preferred" label="Preferred words" help="pannier: saddlebag, side bag">
            <TextArea
              id="preferred"
              rows="3"
              :model-value="preferredText"
              class="w-full font-serif"
              @commit="setPreferred($event)"
            />
          </FormField>

          <FormField
            beside
            for="avoid"
            label="Names to avoid"
            help="one per line; products must not have these names, and drafts avoid similar ones"
          >
            <TextArea
              id="avoid"
              rows="2"
              :model-value="(draft.settings.avoid ?? []).join('\n')"
              class="w-full font-serif"
              @commit="set({ avoid: words($event) })"
            />
          </FormField>

          <FormField beside for="variants" label="Variant words">
            <SelectField
              id="variants"
              :model-value="three(draft.settings.variantWords)"
              class="w-fit"
              :options="[
                option('', 'as in more general rules'),
                option('false', 'not allowed in names'),
                option('true', 'allowed in names'),
              ]"
              @update:model-value="set({ variantWords: $event === '' ? undefined : $event === 'true' })"
            />
          </FormField>

          <span class="pt-1 text-ink2">Not allowed</span>
          <span class="cluster"
            ><CheckBox
              v-for="f in formats"
              :key="f"
              :model-value="draft.settings.without?.includes(f) ?? false"
              @update:model-value="
                set({
                  without: $event
                    ? [...(draft.settings.without ?? []), f]
                    : (draft.settings.without ?? []).filter((x) => x !== f),
                })
              "
              >{{ formatWords[f] }}</CheckBox
            ></span
          >
          <FormField beside for="hosts" label="Links may lead to" help="hosts, one per line">
            <TextArea
              id="hosts"
              rows="2"
              placeholder="help.tarnwheel.example"
              :model-value="(draft.settings.hosts ?? []).join('\n')"
              class="w-full"
              @commit="set({ hosts: words($event) })"
            />
          </FormField>

          <FormField beside for="ease" label="Reading ease" help="English, German, French; 60 is plain">
            <NumberField
              id="ease"
              class="w-24"
              label="Reading ease"
              :model-value="draft.settings.ease ?? null"
              :least="-100"
              :most="120"
              @update:model-value="set({ ease: $event ?? undefined })"
            />
          </FormField>

          <FormField path="settings.voice" beside for="voice" label="Voice" help="for writers and drafts">
            <TextArea
              id="voice"
              rows="3"
              :model-value="draft.settings.voice"
              class="w-full"
              @commit="set({ voice: $event || undefined })"
            />
          </FormField>

          <p
            v-for="e in record.otherErrors.value.slice(0, 5)"
            :key="e.path"
            class="col-start-2 text-madder"
            role="alert"
          >
            {{ e.message }}
          </p>
          <p v-if="code && !readonly" class="col-start-2">
            <button type="button" class="plain" @click="record.remove(async () => forgetHouseStyle())">
              Delete rule set
            </button>
          </p>
        </fieldset>
      </div>
    </template>
  </div>
</template>
