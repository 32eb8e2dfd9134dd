<script setup lang="ts">
import { Combobox, ComboboxInput, ComboboxOption, ComboboxOptions } from '@headlessui/vue'
import { attributeTypeNames, type Attribute, type AttributeTypeName } from '@core/attributes/attribute'
import { attributeTypes } from '@core/attributes/types/registry'
import { withOptions } from '@core/attributes/options'
import { codeOfName } from '@core/text/code'
import { families, units, type UnitFamily } from '@core/units/registry'
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
const busy = ref(false)
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
const focusInput = () => void nextTick(() => root.value?.querySelector<HTMLInputElement>('[role=combobox]')?.focus())
function choose(chosen: string | null) {
  if (chosen === null) return
  if (chosen === makeNew) {
    making.value = { ...blankAttribute(), labels: { [setup.source]: q.value.trim() } }
    options.value = ''
    void nextTick(() => root.value?.querySelector<HTMLSelectElement>('select')?.focus())
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
  busy.value = true
  try {
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
  } catch (e) {
    tellProblem(e)
  } finally {
    busy.value = false
  }
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
      <input
        class="field w-44"
        :value="making.labels[setup.source]"
        aria-label="Name of the new attribute"
        @input="making = { ...making!, labels: { [setup.source]: ($event.target as HTMLInputElement).value } }"
      />
      <select
        class="field"
        :value="making.type"
        aria-label="Type"
        @change="setType(($event.target as HTMLSelectElement).value as AttributeTypeName)"
      >
        <option v-for="t in attributeTypeNames" :key="t" :value="t">{{ attributeTypes[t].label }}</option>
      </select>
      <template v-if="attributeTypes[making.type].hasUnit"
        ><select
          class="field"
          :value="making.family"
          aria-label="Measure of what"
          @change="setFamily(($event.target as HTMLSelectElement).value as UnitFamily)"
        >
          <option v-for="(_u, f) in families" :key="f" :value="f">of {{ f }}</option></select
        ><select v-model="making.unit" class="field" aria-label="Usual unit">
          <option v-for="u in units.filter((x) => x.family === making!.family)" :key="u.symbol" :value="u.symbol">
            in {{ u.symbol }}
          </option>
        </select></template
      >
      <input
        v-if="chosenType"
        v-model="options"
        class="field min-w-40 flex-1"
        aria-label="Its options"
        placeholder="Options, with commas between"
      />
      <label v-if="attributeTypes[making.type].isText" class="flex items-center gap-1.5"
        ><input v-model="making.translatable" type="checkbox" />in each language</label
      >
      <button class="act main" type="submit" :disabled="busy || !making.labels[setup.source]?.trim()">
        Create and add</button
      ><button class="plain" type="button" @click="again">Cancel</button>
    </form>
    <Combobox
      v-else
      :key="input"
      as="div"
      class="relative inline-block w-80"
      :model-value="null"
      nullable
      @update:model-value="choose"
    >
      <ComboboxInput
        class="field w-full"
        :aria-label="label"
        placeholder="Add an attribute: type its name"
        autocomplete="off"
        :display-value="() => q"
        @change="q = ($event.target as HTMLInputElement).value"
      />
      <ComboboxOptions
        v-if="q.trim()"
        class="absolute left-0 top-full z-30 max-h-72 w-96 overflow-auto border border-hair2 bg-sheet py-1 shadow-md"
      >
        <ComboboxOption v-for="a in found" :key="a.code" v-slot="{ active }" :value="a.code" as="template"
          ><li class="flex cursor-pointer items-baseline gap-3 px-3 py-1" :class="{ 'bg-indigowash': active }">
            <span class="min-w-0 truncate">{{ setup.label(a.labels, a.code) }}</span><span class="ml-auto text-ink2">{{
              typeOfAttribute(a)
            }}</span>
          </li></ComboboxOption
        >
        <ComboboxOption v-if="isNew" v-slot="{ active }" :value="makeNew" as="template"
          ><li class="cursor-pointer border-t border-hair px-3 py-1" :class="{ 'bg-indigowash': active }">
            Create attribute “{{ q.trim() }}”
          </li></ComboboxOption
        >
      </ComboboxOptions>
    </Combobox>
  </div>
</template>
