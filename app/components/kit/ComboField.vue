<script setup lang="ts" generic="T">
import { Combobox, ComboboxButton, ComboboxOption, ComboboxOptions } from '@headlessui/vue'
import { ChevronDown } from '@lucide/vue'
import { useOwnAttrs } from './ownAttrs'
import { useFloatingPanel } from './useFloatingPanel'

/**
 * One of many, found by typing a part of its name. Whoever uses it gives the items that `query` finds; what is chosen is
 * the key of an item, and null where the text is taken away.
 */
defineOptions({ inheritAttrs: false })
const chosen = defineModel<string | null>({ required: true })
const query = defineModel<string>('query', { required: true })
const props = defineProps<{
  label: string
  items: readonly T[]
  keyOf: (item: T) => string
  /** How the chosen one is shown in the field. */
  shown?: (key: string | null) => string
  placeholder?: string
  disabled?: boolean
  /** Said where nothing is found. */
  empty?: string
  /** Said below the items, where there are more. */
  more?: string
  /** Whether a button shows all of them before anything is typed; it is named by this. */
  showAll?: string
}>()
const emit = defineEmits<{ focus: [] }>()
const { anchor, panel, position } = useFloatingPanel()
const own = useOwnAttrs()
const shownOf = computed(() => props.shown && ((key: unknown) => props.shown!((key as string | null) ?? null)))
function choose(key: string | null) {
  chosen.value = key
  query.value = ''
}
defineExpose({ focus: () => anchor.value?.querySelector('input')?.focus() })
</script>

<template>
  <Combobox
    as="div"
    class="relative"
    :class="own.outer"
    :model-value="chosen"
    nullable
    :disabled="disabled"
    @update:model-value="choose"
  >
    <div ref="anchor">
      <ComboInput
        v-model="query"
        class="field w-full"
        :class="{ 'pr-7': showAll }"
        :label="label"
        :shown="shownOf"
        :placeholder="placeholder"
        v-bind="own.inner"
        @focus="emit('focus')"
      />
      <ComboboxButton
        v-if="showAll"
        class="absolute inset-y-0 right-0 grid w-6 place-items-center text-ink2"
        :aria-label="showAll"
        @click="emit('focus')"
      >
        <ChevronDown :size="13" aria-hidden="true" />
      </ComboboxButton>
    </div>
    <ComboboxOptions ref="panel" popover="manual" class="floating py-1" :style="position" @click.prevent>
      <ComboboxOption v-for="item in items" :key="keyOf(item)" v-slot="{ active }" :value="keyOf(item)" as="template">
        <li class="option" :class="{ active }"><slot :item="item" /></li>
      </ComboboxOption>
      <li v-if="more" class="side-note">{{ more }}</li>
      <li v-if="empty && items.length === 0" class="side-note">{{ empty }}</li>
    </ComboboxOptions>
  </Combobox>
</template>
