<script setup lang="ts">
import { attributeTypes } from '@core/attributes/types/registry'
import type { Value } from '@core/attributes/attribute'
import { productKinds, productStatuses } from '@core/catalogue/model'
import type { CellWrite, SheetCell } from '@core/sheet/cells'
import type { SheetColumn } from '@core/sheet/columns'
import type { RefusedCell } from '~/composables/useSheetWrites'
import { editors } from '../catalogue/editors'

/** The editor of one cell: the one that fits what the column holds. */
const props = defineProps<{
  column: SheetColumn
  cell: SheetCell
  language: string
  label: string
  /** What was typed to open it, in place of what stands there. */
  typed: string
  /** What could not be written before: one goes on with it. */
  refused?: RefusedCell
}>()
const emit = defineEmits<{ write: [CellWrite, 'down' | 'right' | 'stay']; leave: [unsaved?: { value: unknown }] }>()
const setup = useSetupStore()
const attribute = computed(() => (props.column.kind === 'attribute' ? props.column.attribute : undefined))
const traits = computed(() => attribute.value && editors[attributeTypes[attribute.value.type].editor])
/** A value from elsewhere is pulled down to be changed; a text of another language is not. */
const pulled =
  props.cell.base === null || props.cell.base === undefined
    ? props.cell.origin === 'inherited' || props.cell.origin === 'default'
      ? props.cell.value
      : null
    : props.cell.base
const typedValue = (): Value | null => {
  if (props.typed === '' && props.refused?.value !== undefined)
    return structuredClone(toRaw(props.refused.value)) as Value | null
  if (props.typed === '') return structuredClone(toRaw(pulled)) as Value | null
  return traits.value?.beginsTyped ? props.typed : (structuredClone(toRaw(pulled)) as Value | null)
}
const value = ref<Value | null>(attribute.value ? typedValue() : null)
const text = ref(props.typed || props.refused?.text || props.cell.text)
const problem = ref<string>()
const codes = computed(() => {
  if (props.column.kind !== 'field') return undefined
  switch (props.column.field) {
    case 'status':
      return productStatuses.map((c) => ({ code: c, label: c as string }))
    case 'kind':
      return productKinds.map((c) => ({ code: c, label: c as string }))
    case 'brand':
      return [
        { code: '', label: 'No brand' },
        ...[...setup.brands.values()].map((b) => ({ code: b.code, label: b.name })),
      ]
    case 'type':
      return [...setup.types.values()].map((t) => ({ code: t.code, label: setup.label(t.labels, t.code) }))
    default:
      return undefined
  }
})
const code = computed(() => (props.cell.base as string | null) ?? '')
const root = useTemplateRef<HTMLElement>('root')
onMounted(() =>
  nextTick(() => {
    const field = root.value?.querySelector<HTMLElement>(
      ':is(input, select, textarea, [contenteditable=true]):not([role=toolbar] *)',
    )
    field?.focus()
    // Typed text goes on at its end; what was opened to be changed is selected.
    if (field instanceof HTMLInputElement && field.type !== 'number' && field.type !== 'date')
      field.setSelectionRange(props.typed ? field.value.length : 0, field.value.length)
  }),
)
let done = false
function write(next: 'down' | 'right' | 'stay') {
  if (done || problem.value !== undefined) return
  done = true
  emit('write', attribute.value ? { value: value.value } : { text: text.value }, next)
}
const large = computed(() => traits.value?.large ?? false)
function leave() {
  done = true
  const isUnsaved = large.value && JSON.stringify(value.value) !== JSON.stringify(pulled)
  emit('leave', isUnsaved ? { value: value.value } : undefined)
}
function discard() {
  done = true
  emit('leave')
}
function category(c: string | null) {
  text.value = c ?? ''
  write('stay')
}
/** The keys of the editor; none of them reaches the sheet behind it. */
function key(e: KeyboardEvent) {
  e.stopPropagation()
  const plain = !e.ctrlKey && !e.altKey && !e.shiftKey
  if (e.key === 'Escape') leave()
  else if (e.ctrlKey && e.key === 's') write('stay')
  else if (e.ctrlKey && e.key === 'Enter') write('down')
  else if (e.key === 'Tab' && plain && !large.value) write('right')
  else return
  e.preventDefault()
}
/** Leaving the editor for elsewhere takes what was written. */
function left(e: FocusEvent) {
  const to = e.relatedTarget as Node | null
  if (to && !root.value?.contains(to) && !(to as HTMLElement).closest('[data-menu]')) write('stay')
}
</script>

<template>
  <div
    ref="root"
    class="border-2 border-indigo bg-sheet shadow-md"
    :class="large ? 'p-2' : 'p-0.5'"
    @keydown="key"
    @focusout="left"
  >
    <template v-if="attribute">
      <ValueInput
        v-model="value"
        v-model:problem="problem"
        :attribute="attribute"
        :language="language"
        :label="label"
        :values="[]"
        :typed="typed"
        offers-not-applicable
        @done="write('down')"
      />
      <p v-if="large" class="mt-1.5 flex items-center gap-3">
        <button class="act main" type="button" @click="write('stay')">
          Apply <span class="opacity-70">Ctrl Enter</span></button
        ><button class="plain" type="button" @click="discard">Discard changes</button>
      </p>
    </template>
    <CategoryPicker
      v-else-if="column.kind === 'field' && column.field === 'category'"
      :model-value="code || null"
      :label="label"
      @update:model-value="category"
    />
    <SelectField
      v-else-if="codes"
      @keydown.enter.prevent="write('down')"
      :model-value="code"
      class="w-full"
      :label="label"
      :options="byLabel(codes)"
      @update:model-value="text = $event"
    />
    <TextField v-else v-model="text" @keydown.enter.prevent="write('down')" class="w-full" :label="label" />
  </div>
</template>
