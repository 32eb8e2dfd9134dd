<script setup lang="ts">
import { isSplitOf, withSplitOf } from '@core/page/layout'
import { splitFor } from '@core/page/parts'
import { splitText, outlineOf, type SplitPattern } from '@core/page/split'
import { readNormalForm, plainTextOf } from '@core/richtext/read'
import { fold } from '@core/text/fold'

/**
 * The outline of a description with the headings at which it is split into parts of the page. A pattern is tried here
 * and on the proof, and saved for this product, for its type or for the storefront.
 */
const props = defineProps<{
  /** The SKU of the product, then those of its variants. */
  skus: [string, ...string[]]
  type: string
  description: string
  disabled: boolean
}>()
const emit = defineEmits<{ saved: [] }>()
const lens = useLensStore()
const setup = useSetupStore()
const session = useSessionStore()
const tree = computed(() => readNormalForm(props.description))
const { layout, change: changeLayout } = useStorefrontLayout()
/** The pattern of this product alone, where it has one. */
const own = computed(() => {
  const change = layout.value.exceptions.find((exception) => isSplitOf(exception, props.skus[0]))?.change
  return change && 'split' in change ? change.split : undefined
})
const saved = computed(() => own.value ?? splitFor(setup.forCore, lens.storefront, props.type))
const copyOfSaved = (): SplitPattern => ({
  levels: [...(saved.value?.levels ?? [])],
  except: [...(saved.value?.except ?? [])],
})
const draft = ref<SplitPattern>(copyOfSaved())
const discard = () => {
  draft.value = copyOfSaved()
}
watch(saved, discard)
const outline = computed(() => outlineOf(tree.value, draft.value))
const parts = computed(() => splitText(tree.value, draft.value))
const changed = computed(() => JSON.stringify(draft.value) !== JSON.stringify(copyOfSaved()))
const ofType = computed(() => setup.types.get(props.type)?.split !== null)
const whose = computed(() => {
  if (own.value) return 'The pattern is this product’s own.'
  if (ofType.value) return 'The pattern is the product type’s.'
  return saved.value ? 'The pattern is the storefront’s.' : 'It is not split now.'
})
useProofTrial(() =>
  changed.value ? { name: 'this split', layout: withSplitOf(layout.value, props.skus, draft.value) } : null,
)
/** The description is split at a heading, or not: its level joins the pattern, or its words are left whole. */
function toggle(h: (typeof outline.value)[number]) {
  const words = fold(h.title)
  if (h.split) draft.value = { ...draft.value, except: [...draft.value.except, words] }
  else
    draft.value = {
      levels: draft.value.levels.includes(h.level)
        ? draft.value.levels
        : ([...draft.value.levels, h.level].sort() as SplitPattern['levels']),
      except: [
        ...draft.value.except.filter((e) => e !== words),
        ...(draft.value.levels.includes(h.level)
          ? []
          : outline.value.filter((o) => o.level === h.level && o !== h).map((o) => fold(o.title))),
      ],
    }
}
const ways = {
  product: () => changeLayout((of) => withSplitOf(of, props.skus, draft.value)),
  none: () => changeLayout((of) => withSplitOf(of, props.skus, null)),
  storefront: () => changeLayout((of) => ({ ...of, split: draft.value.levels.length === 0 ? null : draft.value })),
  async type() {
    const { data, tag } = await readRecord('product-types', props.type)
    await writeRecord('product-types', { ...data, split: draft.value }, { 'If-Match': tag! })
  },
}
const done: Record<keyof typeof ways, () => string> = {
  product: () => 'Saved for this product',
  none: () => 'The product has no pattern of its own any more',
  storefront: () => `Saved for ${setup.storefrontName(lens.storefront)}`,
  type: () => 'Saved for the product type',
}
async function save(way: keyof typeof ways) {
  try {
    await ways[way]()
    await setup.reload()
    tell(done[way]())
    emit('saved')
  } catch (e) {
    tellProblem(e)
  }
}
const words = (nodes: Parameters<typeof plainTextOf>[0]) => plainTextOf(nodes).replace(/\s+/g, ' ').slice(0, 90)
</script>

<template>
  <section v-if="outline.length" class="px-5 pt-4" aria-label="Split description">
    <div class="part-head">
      <h2>Split description</h2>
      <small class="text-ink2">at its headings, into parts of the page. {{ whose }}</small>
    </div>
    <div class="grid grid-cols-2 gap-6 pt-2">
      <div>
        <h3 class="text-[12.5px] font-semibold text-ink2">Outline</h3>
        <ul>
          <li v-for="h in outline" :key="h.at" :style="{ paddingInlineStart: `${(h.level - 2) * 18}px` }">
            <CheckBox :disabled="disabled" :model-value="h.split" @update:model-value="toggle(h)"
              ><span class="truncate" :class="{ 'border-t-2 border-dashed border-ink': h.split }">{{
                h.title
              }}</span></CheckBox
            >
          </li>
        </ul>
      </div>
      <div>
        <h3 class="text-[12.5px] font-semibold text-ink2">Result</h3>
        <ol class="font-serif">
          <li v-if="words(parts.lead)" class="ruled">
            <b>Description</b> <span class="text-ink2">{{ words(parts.lead) }}</span>
          </li>
          <li v-for="(p, i) in parts.parts" :key="i" class="ruled">
            <b>{{ words(p.heading) }}</b> <span class="text-ink2">{{ words(p.nodes) }}</span>
          </li>
        </ol>
      </div>
    </div>
    <p v-if="!disabled" class="actions">
      <button type="button" class="act main" :disabled="!changed" @click="save('product')">
        Save for this product
      </button>
      <button type="button" class="act" :disabled="!changed" @click="save('storefront')">
        Save for {{ setup.storefrontName(lens.storefront) }}
      </button>
      <button v-if="session.maySetUp" type="button" class="act" :disabled="!changed" @click="save('type')">
        Save for every {{ setup.label(setup.types.get(type)?.labels, type).toLowerCase() }}
      </button>
      <button v-if="own && !changed" type="button" class="plain" @click="save('none')">
        Remove this product’s own
      </button>
      <button v-if="changed" type="button" class="plain" @click="discard">Discard changes</button>
    </p>
  </section>
</template>
