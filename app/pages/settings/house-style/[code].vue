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
const value = (e: Event) => (e.target as HTMLInputElement).value
</script>

<template>
  <div class="flex h-full flex-col">
    <div v-if="problem" class="p-8" role="alert">
      <h1>{{ problem.problem.title }}</h1>
      <p class="mt-2">{{ problem.sentence }}</p>
      <NuxtLink to="/settings/house-style" class="act mt-3">To the house style</NuxtLink>
    </div>
    <template v-else-if="draft && stored">
      <div class="flex flex-wrap items-baseline gap-x-4 gap-y-1 border-b border-hair2 px-5 pb-2 pt-3.5">
        <NuxtLink to="/settings/house-style" class="code">House style</NuxtLink>
        <h1>{{ title }}</h1>
        <RecordActions
          v-model="past"
          it="House style"
          :history="code !== null"
          :changed="changed"
          :readonly="readonly"
          :blocked="busy"
          @leave="record.reset"
          @save="save"
        />
      </div>
      <div
        class="min-h-0 flex-1 overflow-auto bg-sheet px-5 pb-10 pt-3"
        tabindex="0"
        aria-label="The house style rule set"
      >
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
          <span class="flex flex-wrap gap-2">
            <select
              class="field"
              aria-label="Text"
              :value="draft.field ?? ''"
              @change="draft.field = value($event) || null"
            >
              <option value="">every text</option>
              <option v-for="a in texts" :key="a.code" :value="a.code">{{ setup.label(a.labels, a.code) }}</option>
            </select>
            <select
              class="field"
              aria-label="Storefront"
              :value="draft.storefront ?? ''"
              @change="draft.storefront = value($event) || null"
            >
              <option value="">in every storefront</option>
              <option v-for="s in setup.storefronts" :key="s.code" :value="s.code">in {{ s.name }}</option>
            </select>
            <select
              class="field"
              aria-label="Language"
              :value="draft.language ?? ''"
              @change="draft.language = value($event) || null"
            >
              <option value="">in every language</option>
              <option v-for="l in languages" :key="l" :value="l">in {{ languageName(l) }}</option>
            </select>
          </span>
          <template v-for="[which, name] in limits" :key="which">
            <span class="pt-1.5 text-ink2">{{ name }}</span>
            <span class="flex items-center gap-2"
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
          <label for="banned" class="pt-1.5 text-ink2"
            >Banned words<small class="block"
              >one per line or with commas; all word forms count, parts of other words do not</small
            ></label
          >
          <div>
            <textarea
              id="banned"
              class="field w-full font-serif"
              rows="4"
              :value="(draft.settings.banned ?? []).join('\n')"
              @change="set({ banned: words(value($event)) })"
            /><WordTrial
              class="pt-1.5"
              :words="draft.settings.banned ?? []"
              :field="draft.field"
              :storefront="draft.storefront"
              :language="draft.language"
            />
          </div>
          <label for="preferred" class="pt-1.5 text-ink2"
            >Preferred words<small class="block">pannier: saddlebag, side bag</small></label
          >
          <textarea
            id="preferred"
            class="field w-full font-serif"
            rows="3"
            :value="preferredText"
            @change="setPreferred(value($event))"
          />
          <label for="avoid" class="pt-1.5 text-ink2"
            >Names to avoid<small class="block"
              >one per line; products must not have these names, and drafts avoid similar ones</small
            ></label
          >
          <textarea
            id="avoid"
            class="field w-full font-serif"
            rows="2"
            :value="(draft.settings.avoid ?? []).join('\n')"
            @change="set({ avoid: words(value($event)) })"
          />
          <label for="variants" class="pt-1.5 text-ink2">Variant words</label>
          <select
            id="variants"
            class="field w-fit"
            :value="three(draft.settings.variantWords)"
            @change="set({ variantWords: value($event) === '' ? undefined : value($event) === 'true' })"
          >
            <option value="">as in more general rules</option>
            <option value="false">not allowed in names</option>
            <option value="true">allowed in names</option>
          </select>
          <span class="pt-1 text-ink2">Not allowed</span>
          <span class="flex flex-wrap gap-x-4 gap-y-1"
            ><label v-for="f in formats" :key="f" class="flex min-h-6 items-center gap-1.5"
              ><input
                type="checkbox"
                :checked="draft.settings.without?.includes(f) ?? false"
                @change="
                  set({
                    without: ($event.target as HTMLInputElement).checked
                      ? [...(draft.settings.without ?? []), f]
                      : (draft.settings.without ?? []).filter((x) => x !== f),
                  })
                "
              />{{ formatWords[f] }}</label
            ></span
          >
          <label for="hosts" class="pt-1.5 text-ink2"
            >Links may lead to<small class="block">hosts, one per line</small></label
          >
          <textarea
            id="hosts"
            class="field w-full"
            rows="2"
            placeholder="help.tarnwheel.example"
            :value="(draft.settings.hosts ?? []).join('\n')"
            @change="set({ hosts: words(value($event)) })"
          />
          <label for="ease" class="pt-1.5 text-ink2"
            >Reading ease<small class="block">English, German, French; 60 is plain</small></label
          >
          <NumberField
            id="ease"
            class="w-24"
            label="Reading ease"
            :model-value="draft.settings.ease ?? null"
            :least="-100"
            :most="120"
            @update:model-value="set({ ease: $event ?? undefined })"
          />
          <label for="voice" class="pt-1.5 text-ink2">Voice<small class="block">for writers and drafts</small></label>
          <textarea
            id="voice"
            class="field w-full"
            rows="3"
            :value="draft.settings.voice ?? ''"
            @change="set({ voice: value($event) || undefined })"
          />
          <p v-for="e in record.errors.value.slice(0, 5)" :key="e.path" class="col-start-2 text-madder" role="alert">
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
