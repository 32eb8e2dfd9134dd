<script setup lang="ts">
import { attributeTypeNames, type Attribute, type AttributeTypeName } from '@core/attributes/attribute'
import { attributeTypes } from '@core/attributes/types/registry'
import { withOptions } from '@core/attributes/options'
import { codeOfName } from '@core/text/code'
import { families, unitsOf, type UnitFamily } from '@core/units/registry'
import { blankAttribute, typeOfAttribute } from './typeWords'

/** Adds an attribute by its name: one that there is, or one made here and now. */
const props = defineProps<{ taken: readonly string[]; label: string }>()
const emit = defineEmits<{ add: [string] }>()
const setup = useSetupStore()
const q = ref('')
const input = ref(0)
const root = useTemplateRef<HTMLElement>('root')
const making = ref<Attribute>()
const options = ref('')
const { busy, during } = useBusy()
/** No code is written like this. */
const makeNew = '+ new'
const found = computed(() => {
  const asked = q.value.trim().toLowerCase()
  return [...setup.attributes.values()]
    .filter(
      (a) =>
        !props.taken.includes(a.code) && `${a.code} ${Object.values(a.labels).join(' ')}`.toLowerCase().includes(asked),
    )
    .slice(0, 12)
})
const isNew = computed(
  () =>
    q.value.trim() !== '' &&
    !found.value.some((a) => a.labels[setup.source]?.toLowerCase() === q.value.trim().toLowerCase()),
)
/** What the list offers: attributes that there are, and making one of the name that is typed. */
const offered = computed(() => {
  const name = q.value.trim()
  if (name === '') return []
  const known = found.value.map((a) => ({
    code: a.code,
    label: setup.label(a.labels, a.code),
    type: typeOfAttribute(a),
  }))
  return isNew.value ? [...known, { code: makeNew, label: `Create attribute “${name}”`, type: '' }] : known
})
const focusInput = () => void nextTick(() => root.value?.querySelector<HTMLInputElement>('[role=combobox]')?.focus())
function choose(chosen: string | null) {
  if (chosen === null) return
  if (chosen === makeNew) {
    making.value = { ...blankAttribute(), labels: { [setup.source]: q.value.trim() } }
    options.value = ''
    void nextTick(() => root.value?.querySelector<HTMLElement>('[aria-haspopup=listbox]')?.focus())
  } else {
    emit('add', chosen)
    again()
  }
}
function again() {
  making.value = undefined
  q.value = ''
  input.value++
  focusInput()
}
function setType(type: AttributeTypeName) {
  const { hasUnit, isText, factWeight } = attributeTypes[type]
  making.value = {
    ...making.value!,
    type,
    family: hasUnit ? 'length' : null,
    unit: hasUnit ? 'mm' : null,
    translatable: isText,
    serves: factWeight === undefined ? [] : ['facts'],
  }
}
const setFamily = (family: UnitFamily) => {
  making.value = { ...making.value!, family, unit: families[family] }
}
const chosenType = computed(() => making.value && attributeTypes[making.value.type].options !== undefined)
async function make() {
  const a = making.value!
  await during(async () => {
    const list = chosenType.value ? withOptions([], options.value.split(/[,\n]/), setup.source) : []
    const code = await putUnderFreeCode(codeOfName(a.labels[setup.source]!, 'attribute'), async (c) => {
      await call('putAttribute', {
        params: { code: c },
        body: { ...a, code: c, options: list },
        headers: { 'If-None-Match': '*' },
      })
      return c
    })
    await setup.reload()
    emit('add', code)
    again()
  })
}
</script>

<template>
  <div ref="root" class="py-1.5">
    <form
      v-if="making"
      class="flex flex-wrap items-center gap-2 border-l-2 border-indigo pl-3"
      :aria-label="`New attribute ${making.labels[setup.source]}`"
      @submit.prevent="make"
      @keydown.esc.stop="again"
    >
      <TextField
        :model-value="making.labels[setup.source]"
        class="w-44"
        label="Name of the new attribute"
        @update:model-value="making = { ...making!, labels: { [setup.source]: $event } }"
      />
      <SelectField
        :model-value="making.type"
        label="Type"
        :options="withWords(attributeTypeNames, (t) => attributeTypes[t].label)"
        @update:model-value="setType($event)"
      />
      <template v-if="attributeTypes[making.type].hasUnit"
        ><SelectField
          as-written
          :model-value="making.family!"
          label="Measure of what"
          :options="withWords(keysOf(families), (f) => `of ${f}`)"
          @update:model-value="setFamily($event)" /><SelectField
          as-written
          v-model="making.unit"
          label="Usual unit"
          :options="unitsOf(making!.family!).map((u) => option(u.symbol, `in ${u.symbol}`))"
      /></template>
      <TextField
        v-if="chosenType"
        v-model="options"
        placeholder="Options, with commas between"
        class="min-w-40 flex-1"
        label="Its options"
      />
      <CheckBox v-if="attributeTypes[making.type].isText" v-model="making.translatable">in each language</CheckBox>
      <button class="act main" type="submit" :disabled="busy || !making.labels[setup.source]?.trim()">
        Create and add</button
      ><button class="plain" type="button" @click="again">Cancel</button>
    </form>
    <ComboField
      v-else
      :key="input"
      v-model:query="q"
      class="w-80"
      :model-value="null"
      :label="label"
      :items="offered"
      :key-of="(o) => o.code"
      placeholder="Add an attribute: type its name"
      @update:model-value="choose"
    >
      <template #default="{ item }">
        <span class="min-w-0 truncate">{{ item.label }}</span>
        <span class="ml-auto text-ink2">{{ item.type }}</span>
      </template>
    </ComboField>
  </div>
</template>
