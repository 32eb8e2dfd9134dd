<script setup lang="ts">
import { fold } from '@core/text/fold'
import { parseHeader } from '@core/imports/columns'

/** What a cell of the file is read as from now on, in all its rows: one of the options there are, or typed. */
const value = defineModel<string>({ required: true })
const props = defineProps<{ means: string; cell: string }>()
const setup = useSetupStore()
const column = computed(() => parseHeader(['sku', props.means], setup.forCore).columns[1])
/** The options that the column has, those whose words are nearest first. */
const options = computed(() => {
  const known = column.value
  if (!known) return []
  if (known.kind === 'attribute')
    return known.attribute.options.map((o) => option(o.code, setup.label(o.labels, o.code)))
  if (known.kind !== 'field') return []
  if (known.field === 'type') return setup.typeOptions
  if (known.field === 'brand') return byRecord(setup.brands.values())
  return []
})
const isCategory = computed(() => column.value?.kind === 'field' && column.value.field === 'category')
const nearest = computed(() => {
  const asked = fold(props.cell)
  const shares = (label: string) => (fold(label).startsWith(asked.slice(0, 3)) ? 0 : 1)
  return [...options.value].sort((a, b) => shares(a.label) - shares(b.label) || a.label.localeCompare(b.label, 'en'))
})
const category = computed({
  get: () => value.value || null,
  set: (code) => {
    value.value = code ?? ''
  },
})
const label = computed(() => `Read “${props.cell}” as`)
</script>

<template>
  <CategoryPicker v-if="isCategory" v-model="category" :label="label" />
  <SelectField
    v-else-if="options.length"
    v-model="value"
    class="w-full"
    :label="label"
    placeholder="choose"
    :options="[...(value ? [option('', 'as it stands')] : []), ...nearest]"
  />
  <TextField v-else v-model.lazy="value" class="w-full" :label="label" placeholder="type what it means" />
</template>
