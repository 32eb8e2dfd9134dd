<script setup lang="ts">
import { splitFor } from '@core/page/parts'
import { splitText, outlineOf, type Cut } from '@core/page/split'
import { readNormalForm, plainTextOf } from '@core/richtext/read'
import { fold } from '@core/text/fold'

/**
 * The outline of a description with the places at which it is cut into parts of the page; the pattern is tried here,
 * and kept for the type or the storefront.
 */
const props = defineProps<{ type: string; description: string; disabled: boolean }>()
const emit = defineEmits<{ kept: [] }>()
const lens = useLensStore()
const setup = useSetupStore()
const session = useSessionStore()
const tree = computed(() => readNormalForm(props.description))
const kept = computed(() => splitFor(setup.forCore, lens.storefront, props.type))
const draft = ref<Cut>({ levels: [], except: [] })
watch(
  kept,
  (k) => {
    draft.value = { levels: [...(k?.levels ?? [])], except: [...(k?.except ?? [])] }
  },
  { immediate: true },
)
const outline = computed(() => outlineOf(tree.value, draft.value))
const parts = computed(() => splitText(tree.value, draft.value))
const changed = computed(
  () =>
    JSON.stringify(draft.value) !==
    JSON.stringify({ levels: kept.value?.levels ?? [], except: kept.value?.except ?? [] }),
)
const ofType = computed(() => setup.types.get(props.type)?.cut !== null)
/** A heading is cut at, or not: its level joins the pattern, or its words are left whole. */
function toggle(h: (typeof outline.value)[number]) {
  const words = fold(h.title)
  if (h.cut) draft.value = { ...draft.value, except: [...draft.value.except, words] }
  else
    draft.value = {
      levels: draft.value.levels.includes(h.level)
        ? draft.value.levels
        : ([...draft.value.levels, h.level].sort() as Cut['levels']),
      except: [
        ...draft.value.except.filter((e) => e !== words),
        ...(draft.value.levels.includes(h.level)
          ? []
          : outline.value.filter((o) => o.level === h.level && o !== h).map((o) => fold(o.title))),
      ],
    }
}
async function keepForType() {
  const { data, tag } = await readRecord('product-types', props.type)
  await writeRecord('product-types', { ...data, cut: draft.value }, { 'If-Match': tag! })
}
async function keepForStorefront() {
  const { data, tag } = await readRecord('storefronts', lens.storefront)
  const cut = draft.value.levels.length === 0 ? null : draft.value
  await writeRecord('storefronts', { ...data, layout: { ...data.layout, cut } }, { 'If-Match': tag! })
}
async function keep(where: 'type' | 'storefront') {
  try {
    await (where === 'type' ? keepForType() : keepForStorefront())
    await setup.reload()
    tell(where === 'type' ? 'Saved for the product type' : `Saved for ${setup.storefrontName(lens.storefront)}`)
    emit('kept')
  } catch (e) {
    tellProblem(e)
  }
}
const words = (nodes: Parameters<typeof plainTextOf>[0]) => plainTextOf(nodes).replace(/\s+/g, ' ').slice(0, 90)
</script>

<template>
  <section v-if="outline.length" class="px-5 pt-4" aria-label="Split description">
    <div class="flex items-baseline gap-3 border-b border-hair pb-1">
      <h2>Split description</h2>
      <small class="text-ink2"
        >at its headings, into parts of the page.
        {{
          ofType
            ? 'The pattern is the product type’s.'
            : kept
              ? 'The pattern is the storefront’s.'
              : 'It is not split now.'
        }}</small
      >
    </div>
    <div class="grid grid-cols-2 gap-6 pt-2">
      <div>
        <h3 class="text-[12.5px] font-semibold text-ink2">Outline</h3>
        <ul>
          <li v-for="h in outline" :key="h.at" :style="{ paddingInlineStart: `${(h.level - 2) * 18}px` }">
            <CheckBox :disabled="disabled" :model-value="h.cut" @update:model-value="toggle(h)"
              ><span class="truncate" :class="{ 'border-t-2 border-dashed border-ink': h.cut }">{{
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
    <p v-if="!disabled" class="inline-row pt-2">
      <button type="button" class="act" :disabled="!changed" @click="keep('storefront')">
        Save for {{ setup.storefrontName(lens.storefront) }}</button
      ><button v-if="session.maySetUp" type="button" class="act" :disabled="!changed" @click="keep('type')">
        Save for every {{ setup.label(setup.types.get(type)?.labels, type).toLowerCase() }}</button
      ><button
        v-if="changed"
        type="button"
        class="plain"
        @click="draft = { levels: [...(kept?.levels ?? [])], except: [...(kept?.except ?? [])] }"
      >
        Discard changes
      </button>
    </p>
  </section>
</template>
