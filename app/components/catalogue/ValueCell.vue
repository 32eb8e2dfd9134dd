<script setup lang="ts">
import type { Attribute, StoredValue, Value } from '@core/attributes/attribute'
import { isNotApplicable } from '@core/attributes/not-applicable'
import { attributeTypes } from '@core/attributes/types/registry'
import { same, valuePath } from '@core/catalogue/patch'
import { standingOf, type Standing, type ValueSource } from '@core/catalogue/source'
import { directionOf } from '@core/language/chain'
import type { VariantValues } from '@contracts/product'
import type { Measure } from '@core/units/canonical'
import { formatMeasure } from '@core/units/format'
import type { Resolved } from '@core/values/resolve'
import type { FoundPlace } from '../editor/places'
import type { OfferedValue } from '../editor/offered'
import { picturesAttribute } from '../product/useValueGroups'
import type { ValueWrite, WriteResult } from '../product/useProductPatch'

const props = defineProps<{
  sku: string
  parentName: string | null
  attribute: Attribute
  resolved: Resolved & { shown: string | null; forCarrier?: Measure | null; onVariants?: VariantValues | null }
  /** The product's own stored values. */
  own: StoredValue[]
  storefront: string
  language: string
  wanted: boolean
  values: OfferedValue[]
  readonly: boolean
  /** Writes a value over the one that was seen. */
  write: (write: ValueWrite) => Promise<WriteResult>
  /** What outside sources say, by path. */
  sources?: Record<string, ValueSource>
}>()
const emit = defineEmits<{ variants: [] }>()
const setup = useSetupStore()
const label = computed(() => setup.label(props.attribute.labels, props.attribute.code))
const scopeLanguage = computed(() => (props.attribute.translatable ? props.language : null))
const ownAt = (storefront: string | null) =>
  props.own.find(
    (v) => v.attribute === props.attribute.code && v.storefront === storefront && v.language === scopeLanguage.value,
  )
const onlyHere = ref(false)
const scope = computed(() => ({
  attribute: props.attribute.code,
  storefront: onlyHere.value ? props.storefront : null,
  language: scopeLanguage.value,
}))
const base = computed<Value | null>(() => ownAt(scope.value.storefront)?.value ?? null)

const places = shallowRef<FoundPlace[]>()
const editing = ref(false)
const saving = ref(false)
const draft = ref<Value | null>(null)
const problem = ref<string>()
/** What stood there when the editor was opened: only that is written over. */
const seen = ref<Value | null>(null)
/** What somebody else saved meanwhile. */
const overtaken = ref<{ theirs: Value | null }>()
const isText = computed(() => attributeTypes[props.attribute.type].isText)
const unsaved = useValueDraft(() => `${props.sku}:${valuePath(scope.value)}`)

/** A value from elsewhere is pulled down to be changed; a fallback in another language is not. */
function initialValue(): Value | null {
  if (base.value !== null) return base.value
  const { origin: from, value } = props.resolved
  return from === 'inherited' || from === 'default' ? value : null
}
function open() {
  if (props.readonly) return
  onlyHere.value = ownAt(props.storefront) !== undefined
  const earlier = unsaved.read()
  seen.value = earlier ? earlier.base : base.value
  draft.value = earlier ? earlier.value : structuredClone(toRaw(initialValue()))
  editing.value = true
}
/** Keeps what is written where it differs from what stands there. */
function keepDraft() {
  if (!editing.value) return
  if (same(draft.value, initialValue())) unsaved.discard()
  else unsaved.keep({ value: draft.value, base: seen.value })
}
watch(draft, keepDraft, { deep: true })
/** Writes for this storefront alone, or for all: another value stands there, which then is what is written over. */
function setOnlyHere(only: boolean) {
  unsaved.discard()
  onlyHere.value = only
  seen.value = base.value
  keepDraft()
}
const button = useTemplateRef<HTMLButtonElement>('button')
/** Closes the editor; what was written and not saved is kept, and offered again. */
function close() {
  editing.value = false
  overtaken.value = undefined
  void nextTick(() => button.value?.focus())
}
function discard() {
  unsaved.discard()
  close()
}
async function save() {
  if (problem.value !== undefined || saving.value) return
  saving.value = true
  const result = await props.write({ ...scope.value, value: draft.value, base: seen.value })
  saving.value = false
  if (result.state === 'overtaken') overtaken.value = { theirs: result.theirs }
  if (result.state === 'saved') discard()
}
function saveMine() {
  seen.value = overtaken.value!.theirs
  overtaken.value = undefined
  void save()
}
function join(merged: Value) {
  seen.value = overtaken.value!.theirs
  draft.value = merged
  overtaken.value = undefined
}
async function clear() {
  const storefront = ownAt(props.storefront) ? props.storefront : null
  const result = await props.write({ ...scope.value, storefront, value: null, base: ownAt(storefront)!.value })
  if (result.state === 'overtaken')
    tell('Somebody else has changed this value. It was not overwritten; check it again.')
}
const entry = computed(() => attributeTypes[props.attribute.type])
/** Says whose text is shown in place of one of the language, and whether pages show it too. */
const fallbackNote = (language: string, counts: boolean) =>
  counts ? `borrowed from ${language}` : `from ${language}, not shown on pages`
const note = computed(() => {
  const r = props.resolved
  if (r.origin === 'fallback') return fallbackNote(languageName(r.language ?? ''), r.counts)
  if (r.origin === 'inherited') return `from ${props.parentName ?? 'the parent'}`
  if (r.origin === 'default') return 'default of the type'
  return r.storefront ? `only in ${setup.storefrontName(r.storefront)}` : ''
})
const carrierNote = computed(() => {
  const { forCarrier: measure } = props.resolved
  return measure ? `${formatMeasure(measure, interfaceLanguage)} for the carrier` : ''
})
const standings: Record<Standing, (s: ValueSource) => string> = {
  taken: () => 'from the data pool',
  own: (s) => `differs from the data pool: ${s.reason}`,
  unexplained: () => 'the data pool has another value',
}
/** How the value that is shown stands to what a source says of it, where it is the product's own. */
const origin = computed(() => {
  const { value, storefront, language, origin: from } = props.resolved
  const source =
    from === 'own' ? props.sources?.[valuePath({ attribute: props.attribute.code, storefront, language })] : undefined
  if (!source) return undefined
  const standing = standingOf(value, source)
  return { standing, words: standings[standing](source) }
})
const shown = computed(() => {
  const { value, shown: text } = props.resolved
  if (value === null || isNotApplicable(value)) return text
  return entry.value.lines?.(value, { language: props.language, labels: [] }) ?? text
})
</script>

<template>
  <div v-if="editing" class="pb-2 pt-1" @keydown.esc.stop="close" @keydown.ctrl.s.prevent="save">
    <ValueInput
      v-model="draft"
      v-model:problem="problem"
      :attribute="attribute"
      :language="language"
      :label="label"
      :values="values"
      :places="places"
      offers-not-applicable
      @done="save"
    />
    <StyleFindings
      v-if="attribute.translatable && isText"
      :value="draft"
      :field="attribute.code"
      :type="attribute.type"
      :storefront="storefront"
      :language="language"
      @mend="draft = $event"
      @places="places = $event"
    />
    <ValueConflict
      v-if="overtaken"
      :attribute="attribute"
      :language="language"
      :base="seen"
      :mine="draft"
      :theirs="overtaken.theirs"
      @theirs="discard"
      @mine="saveMine"
      @join="join"
    />
    <div class="mt-1.5 flex flex-wrap items-center gap-2.5 text-[12px]">
      <button class="act main" type="button" :disabled="saving || problem !== undefined" @click="save">
        Save <span class="opacity-70">Ctrl S</span>
      </button>
      <button class="plain" type="button" @click="discard">Discard changes</button>
      <CheckBox v-if="attribute.perStorefront" :model-value="onlyHere" @update:model-value="setOnlyHere"
        >only in {{ setup.storefrontName(storefront) }}</CheckBox
      >
    </div>
  </div>
  <VariantsHold
    v-else-if="resolved.value === null && resolved.onVariants"
    :label="label"
    :held="resolved.onVariants"
    :required="wanted"
    @open="emit('variants')"
  />
  <div v-else class="group relative">
    <button
      ref="button"
      type="button"
      class="block min-h-[25px] w-full pb-[3px] pt-0.5 text-left"
      :class="[`from-${resolved.origin}`, { wanted }]"
      :dir="attribute.translatable ? directionOf(resolved.language ?? language) : undefined"
      :lang="attribute.translatable ? (resolved.language ?? undefined) : undefined"
      :disabled="readonly"
      @click="open"
    >
      <span class="sr-only">{{ label }}, {{ resolved.origin }}: </span>
      <PictureStrip
        v-if="attribute.code === picturesAttribute"
        :sku="sku"
        :names="(resolved.value as string[] | null) ?? []"
        :storefront="storefront"
        :language="language"
        :version="resolved"
      />
      <template v-else-if="resolved.value === null">{{
        wanted ? (attribute.translatable ? `Missing in ${languageName(language)}` : 'Missing') : 'No value'
      }}</template>
      <span v-else-if="isNotApplicable(resolved.value)" class="text-ink2">{{ shown }}</span>
      <table v-else-if="entry.editor === 'table'" class="text-[12.5px]">
        <tbody>
          <tr v-for="(row, y) in resolved.value as string[][]" :key="y">
            <td
              v-for="(cell, x) in row"
              :key="x"
              class="border border-hair px-1.5"
              :class="{ 'font-semibold': y === 0 }"
            >
              {{ cell }}
            </td>
          </tr>
        </tbody>
      </table>
      <ol v-else-if="entry.formatted === 'lines'">
        <li v-for="(p, i) in resolved.value as string[]" :key="i" class="flex gap-1.5">
          <span class="text-ink3">{{ i + 1 }}</span><InlineText :html="p" :values="values" />
        </li>
      </ol>
      <InlineText
        v-else-if="entry.formatted === 'blocks'"
        class="line-clamp-4"
        :html="String(resolved.value)"
        :values="values"
      />
      <ol v-else-if="Array.isArray(shown)">
        <li v-for="(p, i) in shown" :key="i" class="flex gap-1.5">
          <span class="text-ink3">{{ i + 1 }}</span><span>{{ p }}</span>
        </li>
      </ol>
      <QuestionsShown v-else-if="entry.refersTo === 'question'" :codes="resolved.value as string[]" />
      <span v-else-if="entry.refersTo === 'picture' && Array.isArray(resolved.value)" class="flex gap-1.5"
        ><img v-for="m in resolved.value as string[]" :key="m" :src="pictureUrl(m)" :alt="m" width="40" height="40"
      /></span>
      <span v-else class="line-clamp-4 whitespace-pre-line" dir="auto">{{ shown }}</span>
    </button>
    <button v-if="unsaved.exists.value && !readonly" type="button" class="plain text-[12px] text-ochre" @click="open">
      Unsaved changes: continue
    </button>
    <PictureFindings
      v-if="attribute.code === picturesAttribute"
      :sku="sku"
      :storefront="storefront"
      :language="language"
      :version="resolved"
    />
    <span
      v-if="note"
      class="block text-right text-[11px] leading-tight text-ink3"
      :class="{ '!text-ochre': resolved.origin === 'fallback' }"
      >{{ note }}</span
    >
    <span v-if="carrierNote" class="block text-right text-[11px] leading-tight text-ink3">{{ carrierNote }}</span>
    <span
      v-if="origin"
      class="block text-right text-[11px] leading-tight"
      :class="origin.standing === 'unexplained' ? 'text-ochre' : 'text-ink3'"
      >{{ origin.words }}</span
    >
    <span v-if="!readonly && (ownAt(null) || ownAt(storefront))" class="absolute right-0 top-0.5">
      <button
        type="button"
        class="min-h-6 bg-sheet px-1.5 text-[11.5px] text-ink2 underline decoration-dashed underline-offset-2 opacity-0 focus-visible:opacity-100 group-focus-within:opacity-100 group-hover:opacity-100"
        :aria-label="`${parentName ? 'Use parent’s value' : 'Clear'}: ${label}`"
        @click="clear"
      >
        {{ parentName ? 'Use parent’s value' : 'Clear' }}
      </button>
    </span>
  </div>
</template>
