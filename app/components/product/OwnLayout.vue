<script setup lang="ts">
import { isOwnException, withOwnChange, type Layout, type LayoutException } from '@core/page/layout'
import { changeWords } from '../settings/layoutWords'

/**
 * What the page of one product has otherwise than the storefront's layout: exceptions of that layout by the product's
 * SKU. A change is tried on the proof and saved for this product alone.
 */
const props = defineProps<{
  /** The SKU of the product, then those of its variants. */
  skus: [string, ...string[]]
  disabled: boolean
}>()
const emit = defineEmits<{ saved: [] }>()
const lens = useLensStore()
const setup = useSetupStore()
const { layout, change: changeLayout } = useStorefrontLayout()
const own = computed(() => layout.value.exceptions.filter((exception) => isOwnException(exception, props.skus[0])))
const open = ref(false)
const section = useTemplateRef<HTMLElement>('section')
// Whoever opens the form is in it, and whoever leaves it is where it was opened.
watch(open, async (isOpen) => {
  await nextTick()
  section.value?.querySelector<HTMLElement>(isOpen ? 'form button' : '.part-head button')?.focus()
})
const change = ref<LayoutException['change'] | null>(null)
useProofTrial(() =>
  open.value && change.value
    ? { name: 'this layout', layout: withOwnChange(layout.value, props.skus, change.value) }
    : null,
)

async function write(changed: (layout: Layout) => Layout, done: string) {
  try {
    await changeLayout(changed)
    await setup.reload()
    open.value = false
    tell(done)
    emit('saved')
  } catch (e) {
    tellProblem(e)
  }
}
const save = () =>
  write(
    (current) => withOwnChange(current, props.skus, change.value!),
    `Saved for this product in ${setup.storefrontName(lens.storefront)}`,
  )
const remove = (exception: LayoutException) =>
  write(
    (current) => ({
      ...current,
      exceptions: current.exceptions.filter((other) => JSON.stringify(other) !== JSON.stringify(exception)),
    }),
    'The page follows the layout of the storefront again',
  )
</script>

<template>
  <section ref="section" class="px-5 pt-4" aria-label="Layout of this page">
    <div class="part-head">
      <h2>Layout of this page</h2>
      <small class="text-ink2">where it differs from the layout of {{ setup.storefrontName(lens.storefront) }}</small>
      <button v-if="!disabled && !open" type="button" class="act ml-auto" @click="open = true">
        Change for this product
      </button>
    </div>
    <ul v-if="own.length">
      <li v-for="(e, i) in own" :key="i" class="flex items-baseline gap-3 border-b border-hair py-1">
        <span>{{ changeWords(e.change, layout.areas) }}</span><IconButton
          v-if="!disabled"
          icon="remove"
          class="ml-auto"
          :label="`Remove: ${changeWords(e.change, layout.areas)}`"
          @click="remove(e)"
        />
      </li>
    </ul>
    <p v-else class="py-1 text-ink2">No differences.</p>
    <form v-if="open" class="inline-row flex-wrap py-2" @submit.prevent="save" @keydown.esc.stop="open = false">
      <span class="text-ink2">Show it</span>
      <LayoutChangeForm v-model="change" :layout="layout" />
      <button type="submit" class="act main" :disabled="!change">Save for this product</button>
      <button type="button" class="plain" @click="open = false">Discard changes</button>
    </form>
  </section>
</template>
