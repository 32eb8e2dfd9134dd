<script setup lang="ts">
import { toggled } from '@core/lists/toggled'
import { onClickOutside } from '@vueuse/core'
import { mostDays } from '@core/rules/check'
import { writtenOperator, type OperatorName } from '@core/rules/operators'
import type { Measure } from '@core/units/canonical'
import { units } from '@core/units/registry'
import { readTypedNumber, splitTyped } from '@core/units/typed'
import type { RuleField } from '@contracts/setup'

/** The value of a condition, with the editor that its field and operator ask for. */
const value = defineModel<unknown>({ required: true })
const props = defineProps<{ field: RuleField; is: OperatorName }>()
const setup = useSetupStore()
const lens = useLensStore()
const shape = computed(() => writtenOperator(props.is)!.operand)
const family = computed(() => setup.attributes.get(props.field.attribute ?? '')?.family)
const unitsOf = computed(() => units.filter((u) => u.family === family.value).map((u) => u.symbol))
const currencies = computed(() => [...new Set(setup.storefronts.map((s) => s.currency))])
const standardUnit = computed(() => setup.attributes.get(props.field.attribute ?? '')?.unit ?? unitsOf.value[0] ?? '')
const currency = computed(() => setup.storefronts.find((s) => s.code === lens.storefront)?.currency ?? '')
const list = computed(() => (Array.isArray(value.value) ? (value.value as unknown[]) : []))
const end = (i: number) => (shape.value === 'range' ? list.value[i] : value.value)
const ends = computed(() => (shape.value === 'range' ? [0, 1] : [0]))
const quantity = computed(() => props.field.kind === 'measure' || props.field.kind === 'price')
const unitKey = computed(() => (props.field.kind === 'price' ? 'currency' : 'unit'))
const unitNow = computed(() => {
  const first = (end(0) ?? {}) as Record<string, unknown>
  return String(first[unitKey.value] ?? (props.field.kind === 'price' ? currency.value : standardUnit.value))
})
function numberAt(i: number): number | null {
  const v = end(i)
  if (quantity.value) return (v as { value?: number } | undefined)?.value ?? null
  return typeof v === 'number' ? v : null
}
const textAt = (i: number) => end(i) as string | undefined
/** The value where it is a yes or no, and where it is one of the field's codes. */
const flag = computed({
  get: () => value.value as boolean | undefined,
  set: (chosen) => {
    value.value = chosen
  },
})
const code = computed({
  get: () => value.value as string | undefined,
  set: (chosen) => {
    value.value = chosen
  },
})
const made = (n: number | null, unit = unitNow.value) =>
  n === null ? undefined : quantity.value ? { value: n, [unitKey.value]: unit } : n
function setEnd(i: number, v: unknown) {
  if (shape.value !== 'range') value.value = v
  else value.value = i === 0 ? [v ?? null, list.value[1] ?? null] : [list.value[0] ?? null, v ?? null]
}
function setUnit(unit: string) {
  // Both ends at once: what is written of one is not there yet when the other is read.
  const all = ends.value.map((i) => (numberAt(i) === null ? end(i) : made(numberAt(i), unit)))
  value.value = shape.value === 'range' ? all.map((v) => v ?? null) : all[0]
}
const listProblem = ref('')
const listShown = computed(() => {
  const shown = list.value.map((v) =>
    numeric.value ? numberToType(quantity.value ? (v as Measure).value : Number(v)) : v,
  )
  return shown.join(numeric.value ? '; ' : ', ')
})
const { unknown, askFor } = useKnownSkus()
/** SKUs that no product has are named at once; the condition keeps them, for products may come. */
async function nameUnknown(skus: string[]) {
  unknown.value = []
  if (skus.length > 0) await askFor(skus)
}
/** What is pasted may have lines and tabs, which a field of one line would drop. */
function pasteList(e: ClipboardEvent) {
  const text = e.clipboardData?.getData('text') ?? ''
  if (props.field.kind !== 'sku' || !/[\r\n\t]/.test(text)) return
  e.preventDefault()
  setList([...list.value.map(String), text].join(' '))
}
/** Several values as they were typed; all are taken, or none and why. */
function setList(text: string) {
  const parts = props.field.kind === 'sku' ? [...new Set(skusIn(text))] : splitTyped(text)
  if (props.field.kind === 'sku') void nameUnknown(parts)
  const read = parts.map((part) => (numeric.value ? readTypedNumber(part, numberLanguage()) : undefined))
  listProblem.value = read.find((r) => r?.problem !== undefined)?.problem ?? ''
  if (listProblem.value !== '') return
  value.value = numeric.value ? read.map((r) => made(r!.value!)) : parts
}
const endLabel = (i: number) =>
  shape.value === 'range' ? `${label.value}, ${i === 0 ? 'lower' : 'upper'} end` : label.value
const numeric = computed(() => quantity.value || props.field.kind === 'number')
const toggle = (code: string) => {
  value.value = toggled(list.value, code)
}
const chosenWords = computed(() =>
  list.value.map((c) => props.field.codes?.find((x) => x.code === c)?.label ?? String(c)).join(', '),
)
const label = computed(() => `Value of ${props.field.label}`)
/** The list of options, which lies over what is below it and closes as soon as one goes elsewhere. */
const choices = useTemplateRef<HTMLDetailsElement>('choices')
const close = () => {
  if (choices.value) choices.value.open = false
}
onClickOutside(choices, close)
function left(e: FocusEvent) {
  if (e.relatedTarget && !choices.value?.contains(e.relatedTarget as Node)) close()
}
function escape() {
  close()
  choices.value?.querySelector('summary')?.focus()
}
</script>

<template>
  <span class="inline-flex flex-wrap items-center gap-1.5">
    <template v-if="shape === 'flag'" />
    <template v-else-if="shape === 'days'"
      ><NumberField
        class="w-20"
        live
        whole
        :least="0"
        :most="mostDays"
        :label="label"
        :model-value="typeof value === 'number' ? value : null"
        @update:model-value="value = $event ?? undefined"
      />days</template
    >
    <SelectField
      as-written
      v-else-if="field.kind === 'yes-no'"
      v-model="flag"
      :label="label"
      placeholder="choose"
      :options="[option(true, 'yes'), option(false, 'no')]"
    />
    <details
      v-else-if="field.codes && shape === 'list'"
      ref="choices"
      class="relative"
      @keydown.esc.stop="escape"
      @focusout="left"
    >
      <summary
        class="field inline-block max-w-64 cursor-pointer list-none truncate align-middle"
        :aria-label="`${label}: ${chosenWords || 'none chosen'}`"
      >
        {{ chosenWords || 'choose' }}
      </summary>
      <fieldset class="absolute z-20 max-h-64 w-64 overflow-auto border border-hair2 bg-sheet p-2 shadow-md">
        <legend class="sr-only">{{ label }}</legend>
        <CheckBox
          v-for="c in field.codes"
          :key="c.code"
          :model-value="list.includes(c.code)"
          class="py-0.5"
          @update:model-value="toggle(c.code)"
          >{{ c.label }}</CheckBox
        >
      </fieldset>
    </details>
    <SelectField
      as-written
      v-else-if="field.codes"
      v-model="code"
      class="max-w-56"
      :label="label"
      placeholder="choose"
      :options="byLabel(field.codes)"
    />
    <template v-else-if="shape === 'list'"
      ><TextField
        :aria-invalid="listProblem !== ''"
        placeholder="several, with commas between"
        @paste="pasteList"
        :model-value="listShown"
        class="w-56"
        :label="`${label}, several with commas between`"
        @commit="setList($event)" /><small v-if="unknown.length" role="alert" class="text-madder"
        >no product: {{ unknown.slice(0, 12).join(', ') }}{{ unknown.length > 12 ? ' …' : '' }}</small
      ><small v-if="listProblem" role="alert" class="text-madder">{{ listProblem }}</small
      ><SelectField
        v-if="quantity"
        as-written
        :model-value="unitNow"
        :label="`Unit of ${field.label}`"
        :options="asNamed(field.kind === 'price' ? currencies : unitsOf)"
        @update:model-value="setUnit($event)"
    /></template>
    <template v-else>
      <template v-for="i in ends" :key="i">
        <span v-if="i === 1">to</span>
        <MeasureField
          v-if="field.kind === 'measure'"
          :label="endLabel(i)"
          :unit-label="ends.length > 1 ? `Unit of ${field.label}, end ${i + 1}` : `Unit of ${field.label}`"
          :family="family!"
          :standard-unit="unitNow"
          :model-value="(end(i) as Measure | undefined) ?? null"
          @update:model-value="setEnd(i, $event ?? undefined)"
        />
        <NumberField
          v-else-if="numeric"
          class="w-24"
          live
          :label="endLabel(i)"
          :model-value="numberAt(i)"
          @update:model-value="setEnd(i, made($event))"
        />
        <DateField
          v-else-if="field.kind === 'date'"
          :model-value="textAt(i)"
          :label="label"
          @update:model-value="setEnd(i, $event ?? undefined)"
        />
        <TextField
          v-else
          :placeholder="is === 'like' ? '* any run, ? one letter' : ''"
          :model-value="textAt(i)"
          class="w-44"
          :label="label"
          @update:model-value="setEnd(i, $event || undefined)"
        />
      </template>
      <SelectField
        v-if="quantity"
        as-written
        :model-value="unitNow"
        :label="`Unit of ${field.label}`"
        :options="asNamed(field.kind === 'price' ? currencies : unitsOf)"
        @update:model-value="setUnit($event)"
      />
    </template>
  </span>
</template>
