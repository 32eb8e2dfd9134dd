<script setup lang="ts">
import { toggled } from '@core/lists/toggled'
import type { Attribute, Value } from '@core/attributes/attribute'
import { checkedValue } from '@core/attributes/checked-value'
import { attributeTypes, refersTo, displayForTeam } from '@core/attributes/types/registry'
import { basePriceIn, productStatuses } from '@core/catalogue/model'
import {
  combinations,
  hasValues,
  likePattern,
  skuOfCombination,
  variantFindings,
  type VariantFinding,
  type VariantRow,
} from '@core/catalogue/variants'
import { gtinProblem } from '@core/gtin/check-digit'
import { currencyDigits } from '@core/units/format'
import { readTypedMeasure, readTypedNumber, splitTyped } from '@core/units/typed'
import type { ProductDocument } from '@contracts/product'

/** The variants of a product: which attributes they differ in, every combination wanted, and only what must differ. */
const props = defineProps<{ product: ProductDocument; disabled: boolean; version: number }>()
const emit = defineEmits<{ saved: [] }>()
const lens = useLensStore()
const setup = useSetupStore()
const type = computed(() => setup.types.get(props.product.type))
const possible = computed(() =>
  (type.value?.attributes ?? [])
    .filter((a) => a.perVariant && !refersTo(setup.attributes.get(a.attribute), 'picture', 'file'))
    .map((a) => setup.attributes.get(a.attribute)!)
    .filter(Boolean),
)
const pictures = computed(() =>
  [...setup.attributes.values()].find(
    (a) => refersTo(a, 'picture') && type.value?.attributes.some((u) => u.attribute === a.code && u.perVariant),
  ),
)
const labelOf = (a: Attribute) => setup.label(a.labels, a.code)
const shop = computed(() => lens.storefront)
const currency = computed(() => setup.storefronts.find((s) => s.code === shop.value)?.currency ?? '')

interface Row extends VariantRow {
  isNew: boolean
}
const stored = shallowRef<Row[]>()
/** Rows that are not saved stay when one goes to another tab, and after a reload. */
const {
  draft,
  changed: rowsChanged,
  reset: resetRows,
} = useDraft<Row[]>(
  () => `variants:${props.product.sku}`,
  () => stored.value,
)
const rows = computed({
  get: () => draft.value ?? [],
  set: (list) => {
    draft.value = list
  },
})
const differsIn = ref<string[]>([])
const { data, refresh } = useAnswer(
  'batchProducts',
  () => (props.product.variants.length > 0 ? { body: { skus: props.product.variants } } : undefined),
  { on: () => props.version },
)
watch(
  () => data.value?.items ?? (props.product.variants.length === 0 ? [] : undefined),
  (variants) => {
    if (!variants) return
    const valueOf = (p: ProductDocument, code: string) =>
      p.values.find(
        (v) => v.attribute === code && v.storefront === null && (v.language === null || v.language === setup.source),
      )?.value ?? null
    const used = possible.value.filter((a) => variants.some((v) => valueOf(v, a.code) !== null)).map((a) => a.code)
    differsIn.value = props.product.differsIn.length > 0 ? [...props.product.differsIn] : used
    const list = variants.map((p): Row => ({
      sku: p.sku,
      gtin: p.gtin,
      stock: p.stock,
      status: p.status,
      prices: Object.fromEntries(p.prices.filter((x) => !x.special).map((x) => [x.storefront, x.amount])),
      picture: pictures.value ? ((valueOf(p, pictures.value.code) as string[] | null)?.[0] ?? null) : null,
      name: valueOf(p, 'name') as string | null,
      values: Object.fromEntries(possible.value.map((a) => [a.code, valueOf(p, a.code)])),
      isNew: false,
    }))
    // In the order of the options, as people read sizes, and not of their letters.
    const place = (r: Row) =>
      differsIn.value
        .map((c) => {
          const o = setup.attributes.get(c)?.options.findIndex((x) => x.code === r.values[c]) ?? -1
          return String(o < 0 ? 999 : o).padStart(4, '0')
        })
        .join()
    list.sort((a, b) => place(a).localeCompare(place(b), 'en'))
    stored.value = list
  },
  { immediate: true },
)
const changed = computed(
  () => rowsChanged.value || JSON.stringify(differsIn.value) !== JSON.stringify(props.product.differsIn),
)
const findings = computed(() => variantFindings(rows.value, differsIn.value, setup.attributes, setup.source))
const gtinFindings = computed(() =>
  rows.value.flatMap((r, row): VariantFinding[] => {
    const wrong = r.gtin ? gtinProblem(r.gtin) : undefined
    return wrong ? [{ row, at: 'gtin', weight: 'blocker', message: wrong }] : []
  }),
)
const all = computed(() => [...findings.value, ...gtinFindings.value])
const at = (row: number, where: VariantFinding['at']) => all.value.find((f) => f.row === row && f.at === where)
const blocked = computed(() => all.value.some((f) => f.weight === 'blocker'))

const axes = ref<Record<string, Value[]>>({})
function choosable(a: Attribute): Value[] | undefined {
  const { options, ruleKind } = attributeTypes[a.type]
  if (options === 'one') return a.options.map((o) => o.code)
  return ruleKind === 'yes-no' ? [true, false] : undefined
}
const typed = ref<Record<string, string>>({})
const valueLabel = (a: Attribute, v: Value) => displayForTeam(v, a, { language: setup.source, labels: [setup.source] })
function toggleAxis(code: string) {
  differsIn.value = toggled(differsIn.value, code)
}
function toggleValue(code: string, v: Value) {
  axes.value = { ...axes.value, [code]: toggled(axes.value[code] ?? [], v) }
}
/** A value of an attribute as it was typed; a measure may be typed without its unit. */
function readValue(a: Attribute, text: string): Value | null {
  const language = numberLanguage()
  const entry = attributeTypes[a.type]
  if (!entry.numberIn) return checkedValue(entry.fromCell(text, a, '.'), a)
  const read = entry.hasUnit
    ? readTypedMeasure(text, a.family!, a.unit ?? '', language)
    : readTypedNumber(text, language)
  if (read.problem !== undefined) throw new Error(read.problem)
  return checkedValue(read.value, a)
}
/** Values that are no choice are written with commas between: 18 L, 22 L. */
function readTyped(a: Attribute) {
  try {
    const list = splitTyped(typed.value[a.code] ?? '').map((text) => readValue(a, text)!)
    axes.value = { ...axes.value, [a.code]: list }
  } catch (e) {
    tellProblem(new ApiProblem({ title: 'Not read', status: 422, detail: (e as Error).message }))
  }
}
const isIn = (values: readonly Value[], v: Value) => values.some((x) => JSON.stringify(x) === JSON.stringify(v))
const distinctValues = (code: string) =>
  rows.value.reduce<Value[]>((used, { values }) => {
    const v = values[code] ?? null
    return v === null || isIn(used, v) ? used : [...used, v]
  }, [])
/** By attribute in which variants differ: the values that they have already. */
const usedByAttribute = computed(() => new Map(differsIn.value.map((c) => [c, distinctValues(c)])))
const usedValues = (code: string) => usedByAttribute.value.get(code) ?? []
const chosenValues = (code: string) => {
  const used = usedValues(code)
  return (axes.value[code] ?? []).filter((v) => !isIn(used, v))
}
const hasChosen = computed(() => differsIn.value.some((c) => chosenValues(c).length > 0))
/** Every combination of the values that are used with those that were chosen beside them. */
const wanted = computed(() => {
  const axesOf = differsIn.value.map((c) => ({ attribute: c, values: [...usedValues(c), ...chosenValues(c)] }))
  return axesOf.length > 0 && axesOf.every((a) => a.values.length > 0) ? combinations(axesOf) : []
})
const missing = computed(() => wanted.value.filter((w) => !rows.value.some((r) => hasValues(r, w))))
/** So many of the new combinations are named before they are made. */
const mostNamed = 6
const newWords = computed(() => {
  const wordsOf = (values: Record<string, Value>) =>
    differsIn.value.map((c) => valueLabel(setup.attributes.get(c)!, values[c]!)).join(' ')
  const named = missing.value.slice(0, mostNamed).map(wordsOf).join(', ')
  const others = missing.value.length - mostNamed
  return others > 0 ? `${named} and ${others} more` : named
})
/** What a choice looks like, of colours. */
const swatchOf = (a: Attribute, v: Value | null | undefined) => a.options.find((o) => o.code === v)?.swatch
const selected = ref<number[]>([])
const pattern = ref<number | null>(null)
function makeRows() {
  const taken = new Set(rows.value.map((r) => r.sku))
  const from = pattern.value === null ? rows.value.at(-1) : rows.value[pattern.value]
  rows.value = [
    ...rows.value,
    ...missing.value.map((values): Row => {
      const sku = skuOfCombination(props.product.sku, values, setup.attributes, taken)
      taken.add(sku)
      return {
        sku,
        gtin: null,
        stock: null,
        status: props.product.status,
        prices: pattern.value === null ? {} : { ...from!.prices },
        picture: null,
        name: null,
        values: { ...Object.fromEntries(possible.value.map((a) => [a.code, null])), ...values },
        isNew: true,
      }
    }),
  ]
}
const set = (i: number, change: Partial<Row>) => {
  rows.value = rows.value.map((r, j) => (j === i ? { ...r, ...change } : r))
}
const usePattern = () => {
  rows.value = likePattern(rows.value, rows.value[pattern.value!]!, selected.value) as Row[]
}
const price = (r: Row, n: number | null): Row['prices'] => ({ ...r.prices, [shop.value]: n })
const busy = ref(false)
async function save() {
  if (!changed.value || blocked.value || busy.value || props.disabled) return
  busy.value = true
  try {
    const variants = rows.value.map((r) => {
      const old = stored.value?.find((s) => s.sku === r.sku)
      const values = [
        ...Object.entries(r.values)
          .filter(([c, v]) => JSON.stringify(v) !== JSON.stringify(old?.values[c] ?? null))
          .map(([attribute, value]) => ({
            attribute,
            language: setup.attributes.get(attribute)?.translatable ? setup.source : null,
            value,
          })),
        ...(pictures.value && r.picture !== (old?.picture ?? null)
          ? [{ attribute: pictures.value.code, value: r.picture === null ? null : [r.picture] }]
          : []),
      ]
      return {
        sku: r.sku,
        gtin: r.gtin,
        stock: r.stock,
        status: r.status,
        prices: Object.entries(r.prices)
          .filter(([s, n]) => n !== (old?.prices[s] ?? null))
          .map(([storefront, amount]) => ({ storefront, amount })),
        values,
      }
    })
    const done = await call('saveVariants', {
      params: { sku: props.product.sku },
      body: { differsIn: differsIn.value, variants },
    })
    tell(`${done.made} created, ${done.changed} changed`)
    axes.value = {}
    emit('saved')
    await refresh()
    resetRows()
  } catch (e) {
    tellProblem(e)
  } finally {
    busy.value = false
  }
}
useKeys('Variants', [{ keys: 'Ctrl+S', does: 'Save the variants', always: true, run: () => void save() }])
/** Takes the new rows that are selected away; variants that are stored stay. */
function removeNewRows() {
  rows.value = rows.value.filter((r, i) => !r.isNew || !selected.value.includes(i))
  selected.value = []
}
</script>

<template>
  <div class="px-5 pt-2">
    <p v-if="possible.length === 0" class="text-ochre">
      No attribute of this product type varies by variant. Set that up first in the
      <NuxtLink class="plain" :to="`/settings/types/${segment(product.type)}`">product type</NuxtLink>.
    </p>
    <fieldset class="cluster" :disabled="disabled">
      <legend class="sr-only">Variants differ in</legend>
      <span class="text-ink2">Variants differ in</span
      ><CheckBox
        v-for="a in possible"
        :key="a.code"
        :model-value="differsIn.includes(a.code)"
        @update:model-value="toggleAxis(a.code)"
        >{{ labelOf(a) }}</CheckBox
      >
    </fieldset>
    <div v-if="!disabled" class="mt-2 space-y-1.5">
      <fieldset v-for="code in differsIn" :key="code" class="flex flex-wrap items-center gap-x-4 gap-y-1">
        <template v-for="a in [setup.attributes.get(code)!]" :key="a.code">
          <legend class="sr-only">Values of {{ labelOf(a) }}</legend>
          <span class="w-24 text-ink2">{{ labelOf(a) }}</span>
          <CheckBox
            v-for="v in choosable(a) ?? []"
            :key="String(v)"
            :model-value="isIn(usedValues(code), v) || isIn(axes[code] ?? [], v)"
            :disabled="isIn(usedValues(code), v)"
            @update:model-value="toggleValue(code, v)"
            ><ColourDot :colour="swatchOf(a, v)" />{{ valueLabel(a, v) }}</CheckBox
          >
          <TextField
            v-if="!choosable(a)"
            v-model="typed[code]"
            placeholder="with commas between"
            class="w-72"
            :label="`Values of ${labelOf(a)}, with commas between`"
            @change="readTyped(a)"
          />
        </template>
      </fieldset>
      <p v-if="missing.length || (wanted.length && hasChosen)" class="flex items-baseline gap-3">
        <button type="button" class="act" :disabled="missing.length === 0" @click="makeRows">
          {{
            missing.length === 0
              ? 'All combinations exist'
              : `Create ${missing.length} of ${wanted.length} combinations`
          }}
        </button>
        <span v-if="missing.length" class="text-ink2">{{ newWords }}</span>
      </p>
    </div>
    <div v-if="rows.length" class="mt-3 overflow-x-auto border-y border-hair2">
      <table class="w-full text-left">
        <thead class="text-[12.5px]">
          <tr>
            <th class="w-6"><span class="sr-only">Selected</span></th>
            <th v-for="c in differsIn" :key="c" class="pr-2">{{ labelOf(setup.attributes.get(c)!) }}</th>
            <th class="pr-2">SKU</th>
            <th class="pr-2">GTIN</th>
            <th class="pr-2">Price, {{ setup.storefrontName(shop) }}</th>
            <th class="pr-2">Stock</th>
            <th class="pr-2">Status</th>
            <th v-if="pictures" class="pr-2">Picture</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(r, i) in rows" :key="i" class="ruled">
            <td class="pr-2 pt-1.5">
              <CheckBox
                :model-value="selected.includes(i)"
                :label="`Select ${r.sku}`"
                @update:model-value="selected = toggled(selected, i)"
              />
            </td>
            <td v-for="c in differsIn" :key="c" class="py-1 pr-2">
              <ColourDot :colour="swatchOf(setup.attributes.get(c)!, r.values[c])" /><span
                :class="{ 'text-madder': at(i, `value:${c}`) }"
                :title="at(i, `value:${c}`)?.message"
                >{{
                  r.values[c] === null || r.values[c] === undefined
                    ? 'not set'
                    : valueLabel(setup.attributes.get(c)!, r.values[c]!)
                }}</span
              ><small v-if="at(i, `value:${c}`)" class="block text-madder">{{ at(i, `value:${c}`)!.message }}</small>
            </td>
            <td class="py-1 pr-2">
              <TextField
                v-if="r.isNew"
                :class="{ '!border-madder': at(i, 'sku') }"
                :model-value="r.sku"
                class="w-40 !px-1.5 font-mono text-[11.5px]"
                :label="`SKU of row ${i + 1}`"
                @commit="set(i, { sku: ($event.trim() || null) ?? '' })"
              /><NuxtLink v-else class="code hover:underline" :to="`/catalogue/${segment(r.sku)}`">{{ r.sku }}</NuxtLink
              ><small v-if="at(i, 'sku')" class="block text-madder">{{ at(i, 'sku')!.message }}</small
              ><small v-if="at(i, 'name')" class="block text-ochre">{{ at(i, 'name')!.message }}</small>
            </td>
            <td class="py-1 pr-2">
              <TextField
                :class="{ '!border-madder': at(i, 'gtin') }"
                :disabled="disabled"
                :model-value="r.gtin"
                class="w-32 !px-1.5 font-mono text-[11.5px]"
                :label="`GTIN of ${r.sku}`"
                @commit="set(i, { gtin: ($event.trim() || null)?.replace(/[\s-]/g, '') ?? null })"
              /><small v-if="at(i, 'gtin')" class="block text-madder">{{ at(i, 'gtin')!.message }}</small>
            </td>
            <td class="py-1 pr-2">
              <NumberField
                class="w-16 !px-1.5"
                :model-value="r.prices[shop] ?? null"
                :placeholder="String(basePriceIn(product, shop) ?? '')"
                :label="`Price of ${r.sku}`"
                :disabled="disabled"
                :least="0"
                :decimals="currencyDigits(currency)"
                @update:model-value="set(i, { prices: price(r, $event) })"
              />
            </td>
            <td class="py-1 pr-2">
              <NumberField
                class="w-14 !px-1.5"
                :model-value="r.stock"
                :label="`Stock of ${r.sku}`"
                :disabled="disabled"
                whole
                :least="0"
                @update:model-value="set(i, { stock: $event })"
              />
            </td>
            <td class="py-1 pr-2">
              <SelectField
                :disabled="disabled"
                :model-value="r.status"
                :label="`Status of ${r.sku}`"
                :options="asNamed(productStatuses)"
                @update:model-value="set(i, { status: $event })"
              />
            </td>
            <td v-if="pictures" class="py-1 pr-2">
              <span class="inline-row"
                ><img
                  v-if="r.picture"
                  :src="pictureUrl(r.picture)"
                  alt=""
                  width="24"
                  height="24"
                  class="h-6 w-6 object-contain" /><PicturePicker
                  v-if="!disabled"
                  :model-value="r.picture"
                  :label="`Picture of ${r.sku}`"
                  @update:model-value="set(i, { picture: $event })" /></span
              ><small v-if="at(i, 'picture')" class="block text-ochre">{{ at(i, 'picture')!.message }}</small>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <p v-else-if="data" class="mt-3 text-ink2">
      No variants yet. Choose what they differ in and which values; the combinations are created for you.
    </p>
    <p v-if="!disabled && rows.length" class="mt-2 flex flex-wrap items-center gap-3">
      <button
        type="button"
        class="plain"
        @click="selected = selected.length === rows.length ? [] : rows.map((_, i) => i)"
      >
        {{ selected.length === rows.length ? 'Select none' : 'Select all' }}
      </button>
      <label class="inline-row text-ink2"
        >Copy from<SelectField
          v-model="pattern"
          label="Row to copy from"
          :options="[option(null, 'none'), ...rows.map((r, i) => option(i, r.sku))]"
      /></label>
      <button type="button" class="act" :disabled="pattern === null || selected.length === 0" @click="usePattern">
        Copy price, stock, status and picture to {{ selected.length }} selected
      </button>
      <button
        v-if="rows.some((r, i) => r.isNew && selected.includes(i))"
        type="button"
        class="plain"
        @click="removeNewRows"
      >
        Remove selected new rows
      </button>
      <span class="ml-auto flex items-center gap-3"
        ><span v-if="blocked" class="text-madder"
          >{{ all.filter((f) => f.weight === 'blocker').length }} to correct first</span
        ><button type="button" class="act main" :disabled="!changed || blocked || busy" @click="save">
          Save the variants <span class="opacity-70">Ctrl S</span>
        </button></span
      >
    </p>
  </div>
</template>
