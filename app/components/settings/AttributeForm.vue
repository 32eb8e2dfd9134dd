<script setup lang="ts">
import {
  attributeTypeNames,
  servings,
  type Attribute,
  type AttributeTypeName,
  type Serving,
  type Value,
} from '@core/attributes/attribute'
import { attributeTypes } from '@core/attributes/types/registry'
import { families, units, type UnitFamily } from '@core/units/registry'
import { servingWords } from './typeWords'

const attribute = defineModel<Attribute>({ required: true })
const props = defineProps<{ disabled?: boolean; errorAt: (path: string) => string | undefined }>()
const set = (change: Partial<Attribute>) => {
  attribute.value = { ...attribute.value, ...change }
}
const entry = computed(() => attributeTypes[attribute.value.type])
const chosen = computed(() => entry.value.options !== undefined)
const fitting = computed(() => units.filter((u) => u.family === attribute.value.family))
function setType(type: AttributeTypeName) {
  const { hasUnit } = attributeTypes[type]
  set({
    type,
    family: hasUnit ? (attribute.value.family ?? 'length') : null,
    unit: hasUnit ? attribute.value.unit : null,
    allowed: null,
  })
}
const setFamily = (family: UnitFamily) => set({ family, unit: families[family], allowed: null })
function toggle(s: Serving) {
  const has = attribute.value.serves.includes(s)
  const others = attribute.value.serves.filter((x) => x !== s)
  // What only the team sees serves nothing else.
  set({ serves: has ? others : s === 'team' ? ['team'] : [...others.filter((x) => x !== 'team'), s] })
}
const allowed = computed(() => attribute.value.allowed ?? { least: null, most: null, pattern: null })
function setAllowed(change: Partial<typeof allowed.value>) {
  const next = { ...allowed.value, ...change }
  set({ allowed: next.least === null && next.most === null && next.pattern === null ? null : next })
}
/** Bounds are written as values are: a number, or a measure in the attribute's unit. */
function bound(text: string): Value | null {
  if (text.trim() === '') return null
  if (boundField.value === 'date') return text
  const n = Number(text)
  return entry.value.hasUnit ? { value: n, unit: attribute.value.unit ?? families[attribute.value.family!] } : n
}
const shown = (v: Value | null) =>
  v === null ? '' : typeof v === 'object' && 'unit' in v ? String(v.value) : String(v)
const isCounted = computed(() => entry.value.counts !== undefined)
const boundField = computed(() => (entry.value.ruleKind === 'date' ? 'date' : 'number'))
</script>

<template>
  <div class="grid max-w-[820px] grid-cols-[128px_minmax(0,1fr)] items-start gap-x-5 gap-y-3">
    <span class="pt-1.5 text-ink2">Name</span
    ><LabelsInput
      :model-value="attribute.labels"
      label="Name of the attribute"
      :disabled="disabled"
      @update:model-value="set({ labels: $event })"
    />
    <span class="pt-1.5 text-ink2">Help for the team</span
    ><LabelsInput
      :model-value="attribute.help"
      label="Help for the team"
      long
      :disabled="disabled"
      @update:model-value="set({ help: $event })"
    />
    <FormField path="type" beside for="attribute-type" label="Type">
      <div class="cluster">
        <SelectField
          id="attribute-type"
          :disabled="disabled"
          :model-value="attribute.type"
          :options="withWords(attributeTypeNames, (t) => attributeTypes[t].label)"
          @update:model-value="setType($event)"
        />
        <template v-if="entry.hasUnit">
          <SelectField
            as-written
            :disabled="disabled"
            :model-value="attribute.family!"
            label="Measure of what"
            :options="withWords(keysOf(families), (f) => `of ${f}`)"
            @update:model-value="setFamily($event)"
          />
          <SelectField
            as-written
            :disabled="disabled"
            :model-value="attribute.unit"
            label="Usual unit"
            :options="[
              option(null, 'no usual unit'),
              ...fitting.map((u) => option(u.symbol, `usually in ${u.symbol}`)),
            ]"
            @update:model-value="set({ unit: $event })"
          />
        </template>
      </div>
    </FormField>

    <template v-if="chosen"
      ><span class="pt-1.5 text-ink2">Options</span
      ><OptionsInput
        :model-value="attribute.options"
        :disabled="disabled"
        @update:model-value="set({ options: $event })"
    /></template>
    <span class="text-ink2">May differ by</span>
    <div class="cluster">
      <CheckBox
        :disabled="disabled"
        :model-value="attribute.translatable"
        @update:model-value="set({ translatable: !attribute.translatable })"
        >language</CheckBox
      ><CheckBox
        :disabled="disabled"
        :model-value="attribute.perStorefront"
        @update:model-value="set({ perStorefront: !attribute.perStorefront })"
        >storefront</CheckBox
      >
    </div>
    <span class="text-ink2">Used for</span>
    <div class="cluster">
      <CheckBox
        v-for="s in servings"
        :key="s"
        :disabled="disabled"
        :model-value="attribute.serves.includes(s)"
        @update:model-value="toggle(s)"
        >{{ servingWords[s] }}</CheckBox
      >
    </div>
    <template v-if="entry.bounded || isCounted">
      <span class="pt-1.5 text-ink2">{{ isCounted ? 'How many' : 'Allowed' }}</span>
      <div class="cluster">
        <span class="text-ink2">from</span
        ><TextField
          :type="boundField"
          step="any"
          :disabled="disabled"
          :model-value="shown(allowed.least)"
          class="w-32"
          label="Smallest allowed"
          @update:model-value="setAllowed({ least: bound($event) })"
        />
        <span class="text-ink2">to</span
        ><TextField
          :type="boundField"
          step="any"
          :disabled="disabled"
          :model-value="shown(allowed.most)"
          class="w-32"
          label="Largest allowed"
          @update:model-value="setAllowed({ most: bound($event) })"
        />
        <span v-if="entry.hasUnit" class="text-ink2"
          >{{ attribute.unit ?? families[attribute.family!] }}, both ends included</span
        >
        <span v-if="props.errorAt('allowed')" class="text-madder">{{ props.errorAt('allowed') }}</span>
      </div>
    </template>
    <template v-if="entry.takesPattern">
      <FormField beside path="allowed.pattern" for="attribute-pattern" label="Form">
        <TextField
          id="attribute-pattern"
          :disabled="disabled"
          placeholder="any text, or a regular expression for the whole value, such as [A-Z]{2}-[0-9]{4}"
          :model-value="allowed.pattern"
          class="w-full font-mono text-[12.5px]"
          @update:model-value="setAllowed({ pattern: $event || null })"
        />
      </FormField>
    </template>
  </div>
</template>
