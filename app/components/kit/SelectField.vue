<script setup lang="ts" generic="V extends string | number | boolean | null">
import { capitalised } from '@core/language/letters'
import { Listbox, ListboxButton, ListboxLabel, ListboxOption, ListboxOptions } from '@headlessui/vue'
import { ChevronDown } from '@lucide/vue'
import { useDebounceFn } from '@vueuse/core'
import { useFieldState } from './fieldState'
import { useOwnAttrs } from './ownAttrs'
import { useFloatingPanel } from './useFloatingPanel'

/** One of a list of options; nothing is the option `null`. Where it holds none of them, it shows the placeholder. */
defineOptions({ inheritAttrs: false })
const props = defineProps<{
  modelValue: V | null | undefined
  options: readonly Option<V>[]
  /** Its name, where no label stands at it. */
  label?: string
  placeholder?: string
  disabled?: boolean
  /** Whether its options keep their small letters: units, and lists that stand within a sentence. */
  asWritten?: boolean
  /** Whether it opens by itself, as what is edited in a table does. */
  opensAtOnce?: boolean
}>()
const emit = defineEmits<{ 'update:modelValue': [V]; close: [] }>()
const { anchor, panel, position } = useFloatingPanel()
const state = useFieldState()
const own = useOwnAttrs()
const wordsOf = (label: string) => (props.asWritten ? label : capitalised(label))
const chosen = computed(() => props.options.find((o) => o.value === (props.modelValue ?? null)))
const buttonOf = () => (anchor.value as { $el: HTMLButtonElement } | undefined)?.$el
/** The heading above an option, where it is the first of its group. */
const headingAbove = (i: number) => {
  const { group } = props.options[i]!
  return group !== undefined && group !== props.options[i - 1]?.group ? group : undefined
}
/** What was typed on the closed list a moment ago: it finds the option that begins so, as in any list of choices. */
let typed = ''
const forget = useDebounceFn(() => {
  typed = ''
}, 700)
function onKey(e: KeyboardEvent) {
  const isLetter = e.key.length === 1 && (e.key !== ' ' || typed !== '')
  if (!isLetter || e.ctrlKey || e.metaKey || e.altKey) return
  e.preventDefault()
  typed += e.key.toLowerCase()
  void forget()
  const found = props.options.find((o) => !o.disabled && o.label.toLowerCase().startsWith(typed))
  if (found) emit('update:modelValue', found.value)
}
/** Enter with Ctrl or Alt is a command of the screen: the list, which would open, does not get it. */
function passOn(e: KeyboardEvent) {
  if (e.key !== 'Enter' || !(e.ctrlKey || e.metaKey || e.altKey)) return
  e.preventDefault()
  e.stopPropagation()
  const around = (e.currentTarget as HTMLElement).parentElement
  around?.dispatchEvent(new KeyboardEvent('keydown', e))
}
onMounted(() => {
  if (props.opensAtOnce) buttonOf()?.click()
})
watch(panel, (now, before) => {
  if (before && !now) emit('close')
})
defineExpose({ focus: () => buttonOf()?.focus() })
</script>

<template>
  <Listbox
    as="span"
    class="select-field"
    :class="own.outer"
    :model-value="modelValue ?? null"
    :disabled="disabled"
    @keydown.capture="passOn"
    @update:model-value="emit('update:modelValue', $event as V)"
  >
    <ListboxLabel v-if="label" as="span" class="sr-only">{{ label }}</ListboxLabel>
    <ListboxButton ref="anchor" class="field" v-bind="{ ...state, ...own.inner }" @keydown="onKey">
      <span class="truncate" :class="{ 'text-ink2': !chosen }">{{ wordsOf(chosen?.label ?? placeholder ?? '') }}</span>
      <ChevronDown class="ml-auto shrink-0" :size="13" aria-hidden="true" />
    </ListboxButton>
    <ListboxOptions ref="panel" popover="manual" class="floating py-1" :style="position" @click.prevent>
      <template v-for="(o, i) in options" :key="String(o.value)">
        <li v-if="headingAbove(i)" role="presentation" class="px-3 pt-1.5 text-[12px] text-ink2">
          {{ headingAbove(i) }}
        </li>
        <ListboxOption v-slot="{ active, selected }" :value="o.value" :disabled="o.disabled" as="template">
          <li class="option" :class="{ active, 'font-semibold': selected, 'text-ink3': o.disabled }">
            {{ wordsOf(o.label) }}
          </li>
        </ListboxOption>
      </template>
    </ListboxOptions>
  </Listbox>
</template>
