<script setup lang="ts">
import { toggled } from '@core/lists/toggled'
import { boundsInWords } from '@core/attributes/bounds'
import type { Attribute, BoxItem, Value } from '@core/attributes/attribute'
import { isNotApplicable, mayNotApply, notApplicable, notApplicableWords } from '@core/attributes/not-applicable'
import { attributeTypes } from '@core/attributes/types/registry'
import type { Labels } from '@core/language/labels'
import { shortenings } from '@core/language/chain'
import type { Measure } from '@core/units/canonical'
import type { FoundPlace } from '../editor/places'
import type { OfferedValue } from '../editor/offered'
import { editors } from './editors'

const value = defineModel<Value | null>({ required: true })
/** Why what is typed cannot be taken; undefined where it can. Nothing is done then. */
const problem = defineModel<string | undefined>('problem')
const props = defineProps<{
  attribute: Attribute
  language: string
  label: string
  values: OfferedValue[]
  places?: readonly FoundPlace[]
  /** What was typed to open it, in the place of its number. */
  typed?: string
  /** Whether it can also be stated that the fact does not apply. */
  offersNotApplicable?: boolean
}>()
const emit = defineEmits<{ done: [] }>()
const entry = computed(() => attributeTypes[props.attribute.type])
const editor = computed(() => entry.value.editor)
const isStated = computed(() => isNotApplicable(value.value))
const canBeStated = computed(() => props.offersNotApplicable && mayNotApply(props.attribute, entry.value))
function state(doesNotApply: boolean) {
  problem.value = undefined
  value.value = doesNotApply ? notApplicable : null
  if (!doesNotApply) void nextTick(() => begin())
}
function onEnter(e: KeyboardEvent) {
  if (editors[editor.value].takesEnter && !isStated.value) return
  e.preventDefault()
  if (problem.value === undefined) emit('done')
}
/** The value where it is a text, a code or a day, and where it is yes or no. */
const text = computed({
  get: () => value.value as string | null,
  set: (typed) => {
    value.value = typed || null
  },
})
const flag = computed({
  get: () => value.value as boolean | null,
  set: (chosen) => {
    value.value = chosen
  },
})
const setup = useSetupStore()
const root = useTemplateRef<HTMLElement>('root')
/** Whoever opens it writes at once; an editor of formatted text comes a moment later than the rest. */
function begin(tries = 20) {
  const field = root.value?.querySelector<HTMLElement>(
    ':is(input, textarea, [aria-haspopup=listbox], [contenteditable=true]):not([role=toolbar] *)',
  )
  if (field) field.focus()
  else if (tries > 0 && root.value) requestAnimationFrame(() => begin(tries - 1))
}
onMounted(() => nextTick(() => begin()))

/** Pictures or files by name. */
const mediaNames = computed(() => value.value as string[] | null)
const toggle = (code: string) => {
  value.value = toggled((value.value as string[] | null) ?? [], code)
}
/** An option in the source's words, and beside them in those of the language that is looked through. */
const lens = useLensStore()
function both(o: { code: string; labels: Labels }) {
  const source = setup.label(o.labels, o.code)
  const there = shortenings(lens.language)
    .map((l) => o.labels[l])
    .find(Boolean)
  return there && there !== source ? `${source} · ${there}` : source
}
</script>

<template>
  <div ref="root" @keydown.enter="onEnter">
    <template v-if="isStated" />
    <RichEditor
      v-else-if="editor === 'formatted'"
      :model-value="(value as string | null) ?? ''"
      :label="label"
      :language="language"
      :values="values"
      :places="places"
      @update:model-value="value = $event || null"
    />
    <TextArea v-else-if="editor === 'lines'" rows="3" :lang="language" v-model="text" class="w-full" :label="label" />
    <PointsInput
      v-else-if="editor === 'points'"
      v-model="value as string[] | null"
      :label="label"
      :language="language"
      :values="values"
      :places="places"
      :wanted="boundsInWords(attribute, entry)"
    />
    <TableInput
      v-else-if="editor === 'table'"
      v-model="value as string[][] | null"
      :label="label"
      :language="language"
    />
    <BoxInput v-else-if="editor === 'box'" v-model="value as BoxItem[] | null" :label="label" :language="language" />
    <QuestionsInput v-else-if="editor === 'questions'" v-model="value as string[] | null" :label="label" />
    <NumberField
      v-else-if="editor === 'number'"
      v-model="value as number | null"
      v-model:problem="problem"
      class="w-32"
      live
      :label="label"
      :typed="typed"
    />
    <MeasureField
      v-else-if="editor === 'measure'"
      v-model="value as Measure | null"
      v-model:problem="problem"
      :label="label"
      :family="attribute.family!"
      :standard-unit="attribute.unit ?? ''"
      :typed="typed"
    />
    <SelectField
      v-else-if="editor === 'yes-no'"
      v-model="flag"
      :label="label"
      :options="[option(null, 'No value'), option(true, 'Yes'), option(false, 'No')]"
    />
    <SelectField
      v-else-if="editor === 'option'"
      v-model="text"
      class="w-full"
      :label="label"
      :options="[option(null, 'No value'), ...attribute.options.map((o) => option(o.code, both(o)))]"
    />
    <fieldset v-else-if="editor === 'options'" class="cluster">
      <legend class="sr-only">{{ label }}</legend>
      <CheckBox
        v-for="o in attribute.options"
        :key="o.code"
        :model-value="((value as string[] | null) ?? []).includes(o.code)"
        @update:model-value="toggle(o.code)"
        >{{ both(o) }}</CheckBox
      >
    </fieldset>
    <DateField v-else-if="editor === 'date'" v-model="text" :label="label" />
    <MediaInput
      v-else-if="editor === 'pictures' || editor === 'files'"
      :model-value="mediaNames"
      :label="label"
      :kind="editor === 'pictures' ? 'picture' : 'file'"
      @update:model-value="value = $event"
    />
    <TextField
      v-else
      :lang="attribute.translatable ? language : undefined"
      v-model="text"
      class="w-full"
      :label="label"
    />
    <CheckBox v-if="canBeStated" class="mt-1 text-[12px]" :model-value="isStated" @update:model-value="state">{{
      notApplicableWords
    }}</CheckBox>
  </div>
</template>
