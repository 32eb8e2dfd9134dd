<script setup lang="ts">
import type { JobDocument } from '@contracts/jobs'
import type { Value } from '@core/attributes/attribute'
import { losesInline } from '@core/attributes/carry'
import { isPerVariant, type ValuePlace } from '@core/catalogue/model'
import { type BulkChange, type BulkMembers, bulkNames, type BulkName } from '@core/bulk/shape'
import { checkBulkChange } from '@core/bulk/change'
import { bulkKinds } from '@core/bulk/kinds'
import { letterCases, type LetterCase } from '@core/bulk/letters'
import { bulkFields, bulkTarget } from '@core/bulk/target'
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
const fitting = computed(() => (attribute.value ? bulkNames.filter((k) => bulkKinds[k].fits(attribute.value!)) : []))
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
  fitting: 'where the type has it',
  parents: 'parents and single products',
  variants: 'variants',
  both: 'parents and variants',
}
const onVariants = computed(() =>
  [...setup.types.keys()].some((t) => isPerVariant(setup.forCore, t, attributeCode.value)),
)
watch(attributeCode, () => {
  value.value = null
  tagText.value = ''
  unit.value = ''
  storefront.value = ''
  if (!fitting.value.includes(kind.value)) kind.value = 'set'
})
watch(kind, () => {
  value.value = null
  tagText.value = ''
})

const placeOf = (code: string, tag: string, shop: string): ValuePlace => {
  const a = setup.attributes.get(code)
  return { attribute: code, storefront: a?.perStorefront && shop ? shop : null, language: a?.translatable ? tag : null }
}
const takesValue = computed(() => ['set', 'append', 'add', 'remove'].includes(kind.value))
const caseWords: Record<LetterCase, string> = {
  sentence: 'A capital to begin sentences',
  words: 'A Capital To Begin Words',
  lower: 'all small',
  upper: 'ALL CAPITAL',
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
        ...(kind.value === 'fill' && from.attribute ? { from: placeOf(from.attribute, from.language, '') } : {}),
        ...(kind.value === 'fill' && asksForInline.value ? { inline: inline.value } : {}),
        ...(onlyEmpty.value && kind.value !== 'clear' ? { onlyEmpty: true } : {}),
      }
    : undefined,
)
/** What is still to be said, from the same check that the server makes. */
/** Why the value that is typed cannot be read. */
const problemOfValue = ref<string>()
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
function putBack() {
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
useKeys('Bulk edit', [{ keys: 'Ctrl+Enter', does: 'Apply', always: true, run: () => void make() }])
</script>

<template>
  <div class="page-scroll">
    <div class="title-row">
      <h1>Bulk edit</h1>
      <NuxtLink :to="{ path: '/catalogue', query }" class="plain">Back to the catalogue</NuxtLink>
    </div>
    <p class="mt-1 text-ink2">
      Of {{ words || 'all products'
      }}<template v-if="preview && !made"
        >: <b class="font-semibold text-ink">{{ numberShown(preview.found) }}</b> found</template
      >. You see what will change first. It is one step, and can be undone as one.
    </p>
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
            :options="[
              option('', 'for all storefronts'),
              ...setup.storefronts.map((s) => option(s.code, `only in ${s.name}`)),
            ]"
          />
          <SelectField v-if="onVariants" v-model="members" label="Which products" :options="wordsOf(memberWords)" />
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
            label="Tags, with commas between" /><ValueInput
            v-else
            :key="attributeCode + kind"
            v-model="value"
            v-model:problem="problemOfValue"
            class="max-w-[560px]"
            :attribute="attribute"
            :language="language"
            :label="`New value of ${labelOf(attributeCode)}`"
            :values="[]"
        /></template>
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

          <span /><CheckBox v-model="pattern">a regular expression, its groups as $1</CheckBox>
        </template>
        <template v-if="kind === 'case'"
          ><FormField beside for="bulk-how" label="Case">
            <SelectField id="bulk-how" v-model="how" :options="withWords(letterCases, caseWords)" />
          </FormField>
        </template>
        <template v-if="kind === 'convert'"
          ><FormField beside for="bulk-unit" label="Into">
            <SelectField
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
        <template v-if="kind === 'fill'">
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
        <template v-if="kind === 'set' || kind === 'fill' || kind === 'template'"
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
        {{ back.products === 1 ? 'product' : 'products' }}.<template v-if="back.keptCount"
          >{{ ' ' }}{{ numberShown(back.keptCount) }} {{ back.keptCount === 1 ? 'value was' : 'values were' }} changed
          again since and {{ back.keptCount === 1 ? 'stays' : 'stay' }}:
          <span class="code">{{ back.kept.map((k) => k.sku).join(', ') }}</span>.</template
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
            @click="putBack"
          >
            {{ busy || 'Undo' }}</button
          ><button class="act" type="button" :disabled="busy !== ''" @click="anew">New bulk edit</button></template
        >
      </div>
      <div
        v-if="shown?.failures.length"
        class="mt-3 max-h-[26vh] overflow-auto border-y border-hair2 bg-sheet"
        tabindex="0"
        aria-label="Cannot be changed"
      >
        <table class="w-full">
          <thead class="sticky-head">
            <tr>
              <th class="px-3 py-1.5">SKU</th>
              <th>Now</th>
              <th>Reason</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="f in shown.failures" :key="f.sku" class="ruled">
              <td class="code text-cell">{{ f.sku }}</td>
              <td class="max-w-[300px] truncate py-1.5 pr-3 text-ink2">{{ f.before || 'nothing' }}</td>
              <td class="py-1.5 pr-3 text-madder">{{ f.message }}</td>
            </tr>
          </tbody>
        </table>
      </div>
      <div
        v-if="shown?.sample.length && !back && (made || !missing)"
        class="mt-3 max-h-[50vh] overflow-auto border-y border-hair2 bg-sheet"
        tabindex="0"
        aria-label="Before and after"
      >
        <table class="w-full table-fixed">
          <colgroup>
            <col class="w-[150px]" />
            <col />
            <col />
          </colgroup>
          <thead class="sticky-head">
            <tr>
              <th class="px-3 py-1.5">SKU</th>
              <th>{{ made ? 'Before' : 'Now' }}</th>
              <th>{{ made ? 'Now' : 'Then' }}</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="c in shown.sample" :key="c.sku" class="ruled">
              <td class="code text-cell">
                <NuxtLink class="hover:underline" :to="`/catalogue/${segment(c.sku)}`">{{ c.sku }}</NuxtLink>
              </td>
              <td class="break-words py-1.5 pr-3 text-ink2">{{ c.before || 'nothing' }}</td>
              <td class="text-cell">{{ c.after || 'nothing' }}</td>
            </tr>
          </tbody>
        </table>
        <p v-if="shown.changed > shown.sample.length" class="side-note">
          and {{ numberShown(shown.changed - shown.sample.length) }} more
        </p>
      </div>
    </section>
  </div>
</template>
