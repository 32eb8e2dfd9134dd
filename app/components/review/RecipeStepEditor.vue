<script setup lang="ts">
import { stepKinds, type RecipeStep } from '@core/drafting/recipe'

/**
 * A step of a recipe: what it does, and its instruction, which may hold values of the product and results of the steps
 * before it.
 */
const step = defineModel<RecipeStep>({ required: true })
const props = defineProps<{ place: number; before: RecipeStep[]; disabled: boolean; problem?: string }>()
const emit = defineEmits<{ remove: []; up: []; down: [] }>()
const setup = useSetupStore()
const lens = useLensStore()
const kind = computed(() => stepKinds[step.value.kind])
const offered = computed(() => [
  ...props.before.map((s) => ({ address: `step:${s.kind}`, label: `Result of “${stepKinds[s.kind].label}”` })),
  ...[...setup.attributes.values()].map((a) => ({
    address: `attribute:${a.code}`,
    label: setup.label(a.labels, a.code),
  })),
  ...Object.keys(setup.storefronts.find((s) => s.code === lens.storefront)?.facts ?? {}).map((f) => ({
    address: `storefront:${f}`,
    label: `Storefront: ${f.replaceAll('-', ' ')}`,
  })),
])
</script>

<template>
  <section
    data-entry
    class="border-b border-hair py-2.5"
    :aria-label="`Step: ${kind.label}`"
    @keydown.alt.up.prevent="emit('up')"
    @keydown.alt.down.prevent="emit('down')"
  >
    <div class="mb-1 flex items-baseline gap-2.5">
      <span data-handle class="cursor-grab text-ink3" :title="`Drag to move ${kind.label}`">{{ place }}</span>
      <h3 class="font-semibold">{{ kind.label }}</h3>
      <span class="min-w-0 flex-1 text-[12.5px] text-ink2">{{ kind.does }}</span>
      <IconButton icon="remove" v-if="!disabled" :label="`Remove the step ${kind.label}`" @click="emit('remove')" />
    </div>
    <RichEditor
      v-if="kind.drafted"
      compact
      :model-value="step.instruction"
      :label="`Instruction of ${kind.label}`"
      language="en-GB"
      :values="offered"
      :disabled="disabled"
      @update:model-value="step = { ...step, instruction: $event }"
    />
    <p v-if="problem" class="pt-1 text-madder" role="alert">{{ problem }}</p>
  </section>
</template>
