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
    <label class="pt-1.5 text-ink2" for="attribute-type">Type</label>
    <div class="flex flex-wrap items-center gap-2">
      <select
        id="attribute-type"
        class="field"
        :value="attribute.type"
        :disabled="disabled"
        @change="setType(($event.target as HTMLSelectElement).value as AttributeTypeName)"
      >
        <option v-for="t in attributeTypeNames" :key="t" :value="t">{{ attributeTypes[t].label }}</option>
      </select>
      <template v-if="entry.hasUnit">
        <select
          class="field"
          :value="attribute.family"
          aria-label="Measure of what"
          :disabled="disabled"
          @change="setFamily(($event.target as HTMLSelectElement).value as UnitFamily)"
        >
          <option v-for="(_u, f) in families" :key="f" :value="f">of {{ f }}</option>
        </select>
        <select
          class="field"
          :value="attribute.unit ?? ''"
          aria-label="Usual unit"
          :disabled="disabled"
          @change="set({ unit: ($event.target as HTMLSelectElement).value || null })"
        >
          <option value="">no usual unit</option>
          <option v-for="u in fitting" :key="u.symbol" :value="u.symbol">usually in {{ u.symbol }}</option>
        </select>
      </template>
      <span v-if="props.errorAt('record.type') ?? props.errorAt('type')" class="text-madder">{{
        props.errorAt('record.type') ?? props.errorAt('type')
      }}</span>
    </div>
    <template v-if="chosen"
      ><span class="pt-1.5 text-ink2">Options</span
      ><OptionsInput
        :model-value="attribute.options"
        :disabled="disabled"
        @update:model-value="set({ options: $event })"
    /></template>
    <span class="text-ink2">May differ by</span>
    <div class="flex flex-wrap gap-x-5 gap-y-1">
      <label class="flex items-center gap-1.5"
        ><input
          type="checkbox"
          :checked="attribute.translatable"
          :disabled="disabled"
          @change="set({ translatable: !attribute.translatable })"
        />language</label
      ><label class="flex items-center gap-1.5"
        ><input
          type="checkbox"
          :checked="attribute.perStorefront"
          :disabled="disabled"
          @change="set({ perStorefront: !attribute.perStorefront })"
        />storefront</label
      >
    </div>
    <span class="text-ink2">Used for</span>
    <div class="flex flex-wrap gap-x-5 gap-y-1">
      <label v-for="s in servings" :key="s" class="flex items-center gap-1.5"
        ><input type="checkbox" :checked="attribute.serves.includes(s)" :disabled="disabled" @change="toggle(s)" />{{
          servingWords[s]
        }}</label
      >
    </div>
    <template v-if="entry.bounded || isCounted">
      <span class="pt-1.5 text-ink2">{{ isCounted ? 'How many' : 'Allowed' }}</span>
      <div class="flex flex-wrap items-center gap-2">
        <span class="text-ink2">from</span
        ><input
          class="field w-32"
          :type="boundField"
          step="any"
          :value="shown(allowed.least)"
          aria-label="Smallest allowed"
          :disabled="disabled"
          @input="setAllowed({ least: bound(($event.target as HTMLInputElement).value) })"
        />
        <span class="text-ink2">to</span
        ><input
          class="field w-32"
          :type="boundField"
          step="any"
          :value="shown(allowed.most)"
          aria-label="Largest allowed"
          :disabled="disabled"
          @input="setAllowed({ most: bound(($event.target as HTMLInputElement).value) })"
        />
        <span v-if="entry.hasUnit" class="text-ink2"
          >{{ attribute.unit ?? families[attribute.family!] }}, both ends included</span
        >
        <span v-if="props.errorAt('allowed')" class="text-madder">{{ props.errorAt('allowed') }}</span>
      </div>
    </template>
    <template v-if="entry.takesPattern">
      <label class="pt-1.5 text-ink2" for="attribute-pattern">Form</label>
      <div>
        <input
          id="attribute-pattern"
          class="field w-full font-mono text-[12.5px]"
          :value="allowed.pattern ?? ''"
          :disabled="disabled"
          placeholder="any text, or a regular expression for the whole value, such as [A-Z]{2}-[0-9]{4}"
          @input="setAllowed({ pattern: ($event.target as HTMLInputElement).value || null })"
        /><span v-if="props.errorAt('allowed.pattern')" class="text-madder">{{
          props.errorAt('allowed.pattern')
        }}</span>
      </div>
    </template>
  </div>
</template>
