<script setup lang="ts">
import { toggled } from '@core/lists/toggled'
import { windowWords } from '@core/moments/words'
import { productKinds, productStatuses, typeOfCategory, type RangeEntry } from '@core/catalogue/model'
import type { ProductPatchBody, ProductDocument, VariantTotals } from '@contracts/product'

/** What a product is beside its attributes: status, category, stock, range. */
const props = defineProps<{ product: ProductDocument; totals: VariantTotals | null; disabled: boolean }>()
const emit = defineEmits<{ patch: [ProductPatchBody]; variants: [] }>()
const setup = useSetupStore()
const kindWords: Record<ProductDocument['kind'], string> = {
  shipped: 'shipped',
  download: 'a download',
  booking: 'a booking',
  set: 'a set of other products',
  elsewhere: 'sold elsewhere, by link',
}
const tagText = ref('')
watch(
  () => props.product.tags,
  (tags) => {
    tagText.value = tags.join(', ')
  },
  { immediate: true },
)
/** The type that the category suggests, where the product is of another. */
const suggested = computed(() => {
  const type = props.product.parent === null ? typeOfCategory(setup.forCore, props.product.category) : null
  return type !== null && type !== props.product.type ? type : null
})
const moreCategory = (code: string | null) => {
  if (code && !props.product.categories.includes(code) && code !== props.product.category)
    emit('patch', { categories: [...props.product.categories, code] })
}
const stockWords = ({ stock, stocked, of }: VariantTotals) =>
  stocked === 0 ? `None on ${countShown(of, 'variant')}` : `${numberShown(stock)} on ${countShown(stocked, 'variant')}`
const ranges = ref<RangeEntry[]>()
const setRange = (i: number, change: Partial<RangeEntry>) => {
  ranges.value = ranges.value!.map((r, j) => (j === i ? { ...r, ...change } : r))
}
function saveRange() {
  emit('patch', { range: ranges.value! })
  ranges.value = undefined
}
/** Where, for whom and when the product is sold: “Switzerland for Workshop from 1 Dec 2026”. */
function entryWords(entry: RangeEntry): string {
  const forGroups = entry.groups.length > 0 ? `for ${entry.groups.map(setup.groupName).join(', ')}` : ''
  return [setup.storefrontName(entry.storefront), forGroups, windowWords(entry)].filter(Boolean).join(' ')
}
const rangeWords = computed(() =>
  props.product.range.length === 0 ? 'everywhere, for everybody' : props.product.range.map(entryWords).join('; '),
)
</script>

<template>
  <div>
    <div class="grid grid-cols-[repeat(auto-fill,minmax(150px,1fr))] gap-x-4 gap-y-2 px-5 pt-1">
      <FormField label="Status">
        <SelectField
          :disabled="disabled"
          :model-value="product.status"
          class="w-full"
          :options="asNamed(productStatuses)"
          @update:model-value="emit('patch', { status: $event })"
        />
      </FormField>

      <div class="text-ink2">
        Category<CategoryPicker
          class="mt-0.5"
          :model-value="product.category"
          label="Category"
          :disabled="disabled"
          @update:model-value="$event !== product.category && emit('patch', { category: $event })"
        />
      </div>

      <FormField label="Brand">
        <SelectField
          :disabled="disabled"
          :model-value="product.brand"
          class="w-full"
          :options="[option(null, 'None'), ...byRecord(setup.brands.values())]"
          @update:model-value="emit('patch', { brand: $event })"
        />
      </FormField>

      <FormField label="Tags">
        <TextField
          v-model="tagText"
          :disabled="disabled"
          class="w-full"
          @change="
            emit('patch', {
              tags: tagText
                .split(',')
                .map((t) => t.trim())
                .filter(Boolean),
            })
          "
        />
      </FormField>

      <FormField label="GTIN">
        <button v-if="totals" type="button" class="variant-total" @click="emit('variants')">
          On {{ numberShown(totals.gtins) }} of {{ countShown(totals.of, 'variant') }}
        </button>
        <TextField
          v-else
          :disabled="disabled"
          :model-value="product.gtin"
          class="w-full"
          @commit="emit('patch', { gtin: $event.trim() || null })"
        />
      </FormField>

      <FormField label="Stock">
        <button v-if="totals" type="button" class="variant-total" @click="emit('variants')">
          {{ stockWords(totals) }}
        </button>
        <NumberField
          v-else
          class="w-full"
          label="Stock"
          :model-value="product.stock"
          :disabled="disabled"
          whole
          :least="0"
          @update:model-value="emit('patch', { stock: $event })"
        />
      </FormField>

      <FormField label="Minimum order quantity">
        <NumberField
          class="w-full"
          label="Minimum order quantity"
          :model-value="product.minimum"
          placeholder="1"
          :disabled="disabled"
          whole
          :least="1"
          @update:model-value="emit('patch', { minimum: $event })"
        />
      </FormField>

      <FormField label="Available from">
        <DateField
          :disabled="disabled"
          :model-value="product.availableFrom"
          class="w-full"
          @update:model-value="emit('patch', { availableFrom: $event })"
        />
      </FormField>

      <FormField v-if="product.parent === null" label="Product type">
        <SelectField
          :disabled="disabled || product.variants.length > 0"
          :model-value="product.type"
          class="w-full"
          :options="setup.typeOptions"
          @update:model-value="emit('patch', { type: $event })"
        />
      </FormField>

      <FormField label="Kind of goods">
        <SelectField
          :disabled="disabled"
          :model-value="product.kind"
          class="w-full"
          :options="withWords(productKinds, kindWords)"
          @update:model-value="emit('patch', { kind: $event })"
        />
      </FormField>
    </div>
    <p v-if="suggested && !disabled" class="px-5 pt-1.5 text-ochre" role="status">
      Products of this category are usually of the type “{{
        setup.label(setup.types.get(suggested)?.labels, suggested)
      }}”.
      <button
        v-if="product.variants.length === 0"
        type="button"
        class="plain"
        @click="emit('patch', { type: suggested })"
      >
        Change type
      </button>
    </p>
    <div class="flex flex-wrap items-center gap-x-5 gap-y-1 px-5 pt-2">
      <span class="flex flex-wrap items-center gap-2 text-ink2"
        >Also in
        <span v-for="c in product.categories" :key="c" class="chip"
          >{{ setup.label(setup.categories.get(c)?.names, c)
          }}<IconButton
            icon="remove"
            v-if="!disabled"
            class="ml-1"
            :label="`Remove from ${setup.label(setup.categories.get(c)?.names, c)}`"
            @click="emit('patch', { categories: product.categories.filter((x) => x !== c) })" /></span
        ><CategoryPicker
          v-if="!disabled"
          :key="product.categories.length"
          class="w-44"
          :model-value="null"
          label="Add a further category"
          placeholder="further category"
          @update:model-value="moreCategory"
      /></span>
      <span class="text-ink2"
        >Sold: <span class="text-ink">{{ rangeWords }}</span> {{ ' '
        }}<button v-if="!disabled && !ranges" type="button" class="plain" @click="ranges = [...product.range]">
          Change
        </button></span
      >
    </div>
    <form
      v-if="ranges"
      class="mx-5 mt-2 border-l-2 border-indigo pl-3"
      aria-label="Where and to whom it is sold"
      @submit.prevent="saveRange"
      @keydown.esc.stop="ranges = undefined"
    >
      <p v-if="ranges.length === 0" class="text-ink2">
        No entries: it is sold in every storefront, to everybody, at any time.
      </p>
      <div v-for="(r, i) in ranges" :key="i" class="flex flex-wrap items-center gap-2 py-1">
        <SelectField
          :model-value="r.storefront"
          label="Storefront"
          :options="byRecord(setup.storefronts)"
          @update:model-value="setRange(i, { storefront: $event })"
        />
        <CheckBox
          v-for="g in setup.groups"
          :key="g.code"
          :model-value="r.groups.includes(g.code)"
          @update:model-value="setRange(i, { groups: toggled(r.groups, g.code) })"
          >{{ g.name }}</CheckBox
        >
        <label class="inline-row text-ink2"
          >from<DateField
            with-time="from"
            :model-value="r.from"
            @update:model-value="setRange(i, { from: $event })" /></label
        ><label class="inline-row text-ink2"
          >to<DateField with-time="from" :model-value="r.to" @update:model-value="setRange(i, { to: $event })"
        /></label>
        <IconButton icon="remove" label="Remove this entry" @click="ranges = ranges!.filter((_, j) => j !== i)" />
      </div>
      <p class="flex gap-3 pt-1">
        <button
          type="button"
          class="plain"
          @click="ranges = [...ranges!, { storefront: setup.storefronts[0]!.code, groups: [], from: null, to: null }]"
        >
          Add a storefront</button
        ><button type="submit" class="act main">Save the range</button
        ><button type="button" class="plain" @click="ranges = undefined">Cancel</button>
      </p>
    </form>
  </div>
</template>

<style scoped>
.variant-total {
  display: block;
  min-height: 29px;
  text-align: start;
  text-decoration: underline dashed;
  text-underline-offset: 3px;
}
</style>
