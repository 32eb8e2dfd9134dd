<script setup lang="ts">
import type { JobDocument } from '@contracts/jobs'
import type { Value } from '@core/attributes/attribute'
import { losesInline } from '@core/attributes/carry'
import type { ValuePlace } from '@core/catalogue/model'
import type { BulkChange, BulkMembers, BulkName, BulkSpecial } from '@core/bulk/shape'
import { checkBulkChange, kindsFor } from '@core/bulk/change'
import { bulkKinds } from '@core/bulk/kinds'
import { letterCases, type LetterCase } from '@core/bulk/letters'
import { bulkFields } from '@core/bulk/fields'
import { bulkTarget } from '@core/bulk/target'
import { units } from '@core/units/registry'
import type { BulkReport, UndoReport } from '@contracts/bulk'

const lens = useLensStore()
const setup = useSetupStore()
const jobs = useJobsStore()
const session = useSessionStore()
const { query, condition, words } = useCatalogueFilter()

const attributeCode = ref('')
const targetOf = (code: string) => bulkTarget({ attribute: code, storefront: null, language: null }, setup.forCore)
const attribute = computed(() => targetOf(attributeCode.value)?.attribute)
const labelOf = (code: string) => setup.label(targetOf(code)?.attribute.labels, code)
const isTags = computed(() => attributeCode.value === 'field:tags')
const tagText = ref('')
const attributesByLabel = computed(() =>
  [...setup.attributes.values()].sort((a, b) => labelOf(a.code).localeCompare(labelOf(b.code), 'en')),
)
const languages = computed(() => [...new Set([setup.source, ...lens.editions.map((e) => e.language)])])
const language = ref(setup.source)
const storefront = ref('')
const kind = ref<BulkName>('set')
const fitting = computed(() => kindsFor(placeOf(attributeCode.value, language.value, ''), setup.forCore))
const value = ref<Value | null>(null)
const find = ref('')
const put = ref('')
const from = reactive({ attribute: '', language: setup.source })
const insertable = computed(() => [
  { id: 'brand', label: 'Brand' },
  { id: 'sku', label: 'SKU' },
  ...attributesByLabel.value.map((a) => ({ id: a.code, label: labelOf(a.code) })),
])
const sources = computed(() =>
  attributesByLabel.value
    .filter((a) => a.code !== attributeCode.value || a.translatable || a.perStorefront)
    .filter((a) =>
      checkBulkChange({ ...change.value!, do: 'fill', from: placeOf(a.code, from.language, '') }, setup.forCore).every(
        (p) => p.path !== 'from',
      ),
    ),
)
const onlyEmpty = ref(false)
const members = ref<BulkMembers>('fitting')
const memberWords: Record<BulkMembers, string> = {
  fitting: 'products or variants, by type',
  parents: 'parents and single products',
  variants: 'variants',
  both: 'parents and variants',
}
const field = computed(() => bulkFields[attributeCode.value])
const namesProducts = computed(() => field.value?.namesProducts === true)
/** Whether the new value comes from another field. */
const isFromField = computed(() => kind.value === 'fill' || kind.value === 'move')
const storefrontOptions = computed(() => {
  const each = setup.storefronts.map((s) => option(s.code, `only in ${s.name}`))
  const needsOne = field.value?.perStorefront === true || kind.value === 'add-special'
  return needsOne ? each : [option('', 'for all storefronts'), ...each]
})
const currency = computed(() => setup.storefronts.find((s) => s.code === storefront.value)?.currency ?? '')
const by = ref<number | null>(null)
const percent = ref(true)
const special = ref<BulkSpecial>({ group: null, from: null, to: null, quantity: 1 })
const category = computed({
  get: () => value.value as string | null,
  set: (code) => {
    value.value = code
  },
})
watch(attributeCode, () => {
  value.value = null
  tagText.value = ''
  unit.value = ''
  storefront.value = ''
  if (!fitting.value.includes(kind.value)) kind.value = fitting.value[0] ?? 'set'
})
watch(kind, () => {
  value.value = null
  tagText.value = ''
})

const placeOf = (code: string, tag: string, shop: string): ValuePlace => {
  const a = targetOf(code)?.attribute
  return { attribute: code, storefront: a?.perStorefront && shop ? shop : null, language: a?.translatable ? tag : null }
}
const takesValue = computed(() => ['set', 'append', 'add', 'remove'].includes(kind.value))
const caseWords: Record<LetterCase, string> = {
  sentence: 'Capitalise sentences',
  words: 'Capitalise every word',
  lower: 'lower case',
  upper: 'UPPER CASE',
}
const how = ref<LetterCase>('sentence')
const unit = ref('')
const pattern = ref(false)
const template = ref('')
const unitsHere = computed(() => units.filter((u) => u.family === attribute.value?.family))
watch(tagText, (t) => {
  value.value = t
    .split(',')
    .map((x) => x.trim())
    .filter(Boolean)
})
const inline = ref<'fill' | 'remove'>('fill')
/** Whether the source may hold values of the product that the target cannot. */
const asksForInline = computed(() => {
  const source = setup.attributes.get(from.attribute)
  return source !== undefined && attribute.value !== undefined && losesInline(source, attribute.value)
})
const change = computed<BulkChange | undefined>(() =>
  attribute.value
    ? {
        do: kind.value,
        ...placeOf(attributeCode.value, language.value, storefront.value),
        members: members.value,
        ...(takesValue.value ? { value: value.value } : {}),
        ...(kind.value === 'replace'
          ? { find: find.value, with: put.value, ...(pattern.value ? { pattern: true } : {}) }
          : {}),
        ...(kind.value === 'case' ? { how: how.value } : {}),
        ...(kind.value === 'convert' ? { unit: unit.value } : {}),
        ...(kind.value === 'template' ? { value: template.value } : {}),
        ...(kind.value === 'adjust' ? { by: by.value ?? undefined, percent: percent.value } : {}),
        ...(kind.value === 'add-special' ? { special: special.value } : {}),
        ...(isFromField.value && from.attribute ? { from: placeOf(from.attribute, from.language, '') } : {}),
        ...(isFromField.value && asksForInline.value ? { inline: inline.value } : {}),
        ...(onlyEmpty.value && kind.value !== 'clear' ? { onlyEmpty: true } : {}),
      }
    : undefined,
)
/** Why the value that is typed cannot be read. */
const problemOfValue = ref<string>()
/** What is still to be said, from the same check that the server makes. */
const missing = computed(() => {
  if (!change.value) return 'Choose a field.'
  return problemOfValue.value ?? checkBulkChange(change.value, setup.forCore)[0]?.message ?? ''
})
const body = computed(() => ({ filter: condition.value, lens: { storefront: lens.storefront }, change: change.value }))

const made = shallowRef<BulkReport>()
const back = shallowRef<UndoReport>()
const failure = ref('')
const busy = ref('')
const {
  data: preview,
  problem,
  busy: looking,
} = useAnswer('previewBulkChange', () => (missing.value || made.value ? undefined : { body: body.value }), {
  wait: 200,
})
const shown = computed(() => made.value ?? preview.value)

async function follow(start: () => Promise<JobDocument>, what: string) {
  busy.value = what
  failure.value = ''
  try {
    const ended = await jobs.end((await start()).id)
    if (ended.state === 'done') take(ended)
    else failure.value = howItEnded(ended)
    useProofFocus().refresh()
  } catch (e) {
    tellProblem(e)
  } finally {
    busy.value = ''
  }
}
function take(job: JobDocument) {
  if (job.kind === 'undo') back.value = job.result as UndoReport
  else [made.value, back.value] = [job.result as BulkReport, undefined]
}
const make = () =>
  !missing.value &&
  preview.value?.changed &&
  !busy.value &&
  follow(() => call('makeBulkChange', { body: body.value }), 'Changing')
function undoChange() {
  const id = made.value?.step
  if (id) void follow(() => call('undoStep', { params: { id } }), 'Undoing')
}
function anew() {
  made.value = undefined
  back.value = undefined
}
/** A report that was opened from the foot of the screen. */
const route = useRoute()
watch(
  () => route.query.job,
  async (id) => {
    if (typeof id === 'string') take(await jobs.end(id))
  },
  { immediate: true },
)
const catalogue = computed(() => ({ path: '/catalogue', query: query.value }))
useKeys('Bulk edit', [{ keys: 'Ctrl+Enter', does: 'Apply', always: true, run: () => void make() }])
</script>

<template>
  <div class="page">
    <PageHead title="Bulk edit" :back="{ to: catalogue, label: 'Catalogue' }">
      <template #line>
        For {{ words || 'all products'
        }}<template v-if="preview && !made"
          >: <b class="font-semibold text-ink">{{ countShown(preview.found, 'product') }}</b></template
        >. You see what will change first. It is one step, and can be undone as one.
      </template>
    </PageHead>
    <div class="page-body padded">
      <p v-if="!session.mayEdit" class="mt-3 text-ochre" role="status">
        Read only: {{ session.me?.name }} cannot change products.
      </p>
      <form
        v-else-if="!made"
        class="mt-3 grid max-w-[980px] grid-cols-[110px_minmax(0,1fr)] items-start gap-x-4 gap-y-2.5"
        @submit.prevent="make"
      >
        <FormField beside for="bulk-field" label="Field">
          <div class="cluster">
            <SelectField
              id="bulk-field"
              v-model="attributeCode"
              placeholder="choose a field"
              :options="[
                ...attributesByLabel.map((a) => option(a.code, labelOf(a.code))),
                ...under(
                  'Of the product',
                  withWords(keysOf(bulkFields), (c) => bulkFields[c]!.label),
                ),
              ]"
            />
            <SelectField
              v-if="attribute?.translatable"
              v-model="language"
              label="Language"
              :options="withWords(languages, (l) => `in ${languageName(l)}`)"
            />
            <SelectField
              v-if="attribute?.perStorefront"
              v-model="storefront"
              label="Storefront"
              placeholder="choose a storefront"
              :options="storefrontOptions"
            />
            <SelectField v-if="attribute" v-model="members" label="Which products" :options="wordsOf(memberWords)" />
          </div>
        </FormField>

        <template v-if="attribute">
          <FormField beside for="bulk-kind" label="Action">
            <SelectField id="bulk-kind" v-model="kind" :options="withWords(fitting, (k) => bulkKinds[k].label)" />
          </FormField>

          <template v-if="takesValue"
            ><span class="pt-1.5 text-ink2">{{
              kind === 'append' || kind === 'add' || kind === 'remove' ? 'What' : 'Value'
            }}</span
            ><TextField
              v-if="isTags"
              v-model="tagText"
              placeholder="with commas between"
              class="max-w-[560px]"
              label="Tags, with commas between" /><SkuList
              v-else-if="namesProducts"
              :model-value="(value as string[] | null) ?? []"
              :label="labelOf(attributeCode)"
              @update:model-value="value = $event" /><CategoryPicker
              v-else-if="attributeCode === 'field:category'"
              v-model="category"
              class="max-w-[560px]"
              label="New category" /><ValueInput
              v-else
              :key="attributeCode + kind"
              v-model="value"
              v-model:problem="problemOfValue"
              class="max-w-[560px]"
              :attribute="attribute"
              :language="language"
              :label="`New value of ${labelOf(attributeCode)}`"
              :values="[]"
              :offers-not-applicable="kind === 'set'"
          /></template>
          <BulkSpecialForm v-if="kind === 'add-special'" v-model="special" :currency="currency" />
          <FormField v-if="kind === 'adjust'" beside for="bulk-by" label="By" help="Negative lowers.">
            <div class="inline-row">
              <NumberField id="bulk-by" v-model="by" class="w-28" label="By how much" live />
              <SelectField
                v-model="percent"
                label="Percent or amount"
                :options="[option(true, 'percent'), option(false, currency || 'as a number')]"
              />
            </div>
          </FormField>
          <template v-if="kind === 'replace'">
            <FormField beside for="bulk-find" label="Find">
              <TextField id="bulk-find" v-model="find" :lang="language" class="max-w-[560px]" />
            </FormField>

            <FormField beside for="bulk-put" label="Replace with">
              <TextField
                id="bulk-put"
                v-model="put"
                :lang="language"
                placeholder="nothing (removes it)"
                class="max-w-[560px]"
              />
            </FormField>

            <span /><CheckBox v-model="pattern">regular expression, with $1 for its first group</CheckBox>
          </template>
          <template v-if="kind === 'case'"
            ><FormField beside for="bulk-how" label="Case">
              <SelectField id="bulk-how" v-model="how" :options="withWords(letterCases, caseWords)" />
            </FormField>
          </template>
          <template v-if="kind === 'convert'"
            ><FormField beside for="bulk-unit" label="Into">
              <SelectField
                as-written
                id="bulk-unit"
                v-model="unit"
                placeholder="choose a unit"
                :options="unitsHere.map((u) => option(u.symbol, u.symbol))"
              />
            </FormField>
          </template>
          <template v-if="kind === 'template'"
            ><FormField beside for="bulk-template" label="Template">
              <div class="max-w-[560px]">
                <TextArea
                  id="bulk-template"
                  v-model="template"
                  rows="2"
                  :lang="language"
                  placeholder="{brand} {model}, holds {volume}"
                  class="w-full"
                />
                <ActionMenu
                  class="act mt-1"
                  label="Insert a value"
                  :actions="insertable"
                  @choose="template += `{${$event}}`"
                />
              </div>
            </FormField>
          </template>
          <template v-if="isFromField">
            <FormField beside for="bulk-from" label="From">
              <div class="cluster">
                <SelectField
                  id="bulk-from"
                  v-model="from.attribute"
                  placeholder="choose a field"
                  :options="sources.map((a) => option(a.code, labelOf(a.code)))"
                /><SelectField
                  v-if="setup.attributes.get(from.attribute)?.translatable"
                  v-model="from.language"
                  label="From which language"
                  :options="withWords(languages, (l) => `in ${languageName(l)}`)"
                />
              </div>
            </FormField>

            <template v-if="asksForInline">
              <FormField beside for="bulk-inline" label="Values in the text">
                <SelectField
                  id="bulk-inline"
                  v-model="inline"
                  :options="[option('fill', 'fill in, as shoppers read them'), option('remove', 'leave out')]"
                />
                <small class="block text-ink2">{{ labelOf(attributeCode) }} holds plain text only.</small>
              </FormField>
            </template>
          </template>
          <template v-if="kind === 'set' || isFromField || kind === 'template'"
            ><span /><CheckBox v-model="onlyEmpty">only if empty</CheckBox></template
          >
        </template>
      </form>

      <p v-if="problem" class="mt-4 text-madder" role="alert">{{ problem.sentence }}</p>
      <p v-if="failure" class="mt-4 text-madder" role="alert">{{ failure }}</p>
      <section v-if="session.mayEdit || made" class="mt-4" aria-label="Result">
        <p class="text-[15px]" role="status" :aria-busy="looking">
          <template v-if="made"
            ><b class="font-semibold text-weld">{{ made.title }}.</b> {{ numberShown(made.changed) }}
            {{ made.changed === 1 ? 'value' : 'values' }} changed<template v-if="made.failed"
              >, {{ numberShown(made.failed) }} failed</template
            >.</template
          >
          <template v-else-if="missing"
            ><span class="text-ink2">{{ missing }}</span></template
          >
          <template v-else-if="preview"
            ><b class="font-semibold">{{ numberShown(preview.changed) }}</b> of {{ numberShown(preview.looked) }} would
            change<template v-if="preview.failed"
              >, <b class="font-semibold text-madder">{{ numberShown(preview.failed) }}</b> cannot</template
            ><template v-if="preview.found > 2000"> (of the first 2,000 products)</template>.</template
          >
          <template v-else>Checking …</template>
        </p>
        <p v-if="back" class="mt-1.5" role="status">
          <b class="font-semibold text-weld">Undone</b> in {{ numberShown(back.products) }}
          {{ back.products === 1 ? 'product' : 'products' }}.<template v-if="back.skippedCount"
            >{{ ' ' }}{{ numberShown(back.skippedCount) }}
            {{ back.skippedCount === 1 ? 'value was' : 'values were' }} changed again since and
            {{ back.skippedCount === 1 ? 'stays' : 'stay' }}:
            <span class="code">{{ back.skipped.map((k) => k.sku).join(', ') }}</span>.</template
          >
        </p>
        <div class="mt-2.5 flex flex-wrap items-center gap-3">
          <button
            v-if="!made"
            class="act main"
            type="button"
            :disabled="Boolean(missing) || !preview?.changed || busy !== ''"
            @click="make"
          >
            {{
              busy ||
              (preview && !missing && preview.found <= 2000
                ? `Change ${numberShown(preview.changed)} ${preview.changed === 1 ? 'value' : 'values'}`
                : 'Apply')
            }}
            <span class="opacity-70">Ctrl Enter</span>
          </button>
          <template v-else
            ><button
              v-if="made.step !== null && !back"
              class="act"
              type="button"
              :disabled="busy !== ''"
              @click="undoChange"
            >
              {{ busy || 'Undo' }}</button
            ><button class="act" type="button" :disabled="busy !== ''" @click="anew">New bulk edit</button></template
          >
        </div>
        <BulkExamples
          v-if="shown"
          :report="shown"
          :made="made !== undefined"
          :sampled="!back && (made !== undefined || !missing)"
        />
      </section>
    </div>
  </div>
</template>
