<script setup lang="ts">
import { productKinds, productStatuses, typeOfCategory, type RangeEntry } from '@core/catalogue/model'
import type { ProductPatchBody, ProductDocument } from '@contracts/product'

/** What a product is beside its attributes: status, category, stock, range. */
const props = defineProps<{ product: ProductDocument; disabled: boolean }>()
const emit = defineEmits<{ patch: [ProductPatchBody] }>()
const setup = useSetupStore()
const kindWords: Record<string, string> = {
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
const text = (e: Event) => (e.target as HTMLInputElement).value.trim() || null
/** The type that the category suggests, where the product is of another. */
const suggested = computed(() => {
  const type = props.product.parent === null ? typeOfCategory(setup.forCore, props.product.category) : null
  return type !== null && type !== props.product.type ? type : null
})
const moreCategory = (code: string | null) => {
  if (code && !props.product.categories.includes(code) && code !== props.product.category)
    emit('patch', { categories: [...props.product.categories, code] })
}
const ranges = ref<RangeEntry[]>()
const setRange = (i: number, change: Partial<RangeEntry>) => {
  ranges.value = ranges.value!.map((r, j) => (j === i ? { ...r, ...change } : r))
}
function saveRange() {
  emit('patch', { range: ranges.value! })
  ranges.value = undefined
}
const rangeWords = computed(() =>
  props.product.range.length === 0
    ? 'everywhere, for everybody'
    : props.product.range
        .map((r) =>
          [
            setup.storefrontName(r.storefront),
            r.groups.length
              ? `for ${r.groups.map((g) => setup.groups.find((x) => x.code === g)?.name ?? g).join(', ')}`
              : '',
            r.from ? `from ${r.from.replace('T', ' ')}` : '',
            r.to ? `to ${r.to.replace('T', ' ')}` : '',
          ]
            .filter(Boolean)
            .join(' '),
        )
        .join('; '),
)
</script>

<template>
  <div>
    <div class="grid grid-cols-[repeat(auto-fill,minmax(150px,1fr))] gap-x-4 gap-y-2 px-5 pt-1">
      <label class="text-ink2"
        >Status<select
          class="field mt-0.5 block w-full"
          :value="product.status"
          :disabled="disabled"
          @change="emit('patch', { status: ($event.target as HTMLSelectElement).value as 'draft' })"
        >
          <option v-for="s in productStatuses" :key="s">{{ s }}</option>
        </select></label
      >
      <div class="text-ink2">
        Category<CategoryPicker
          class="mt-0.5"
          :model-value="product.category"
          label="Category"
          :disabled="disabled"
          @update:model-value="$event !== product.category && emit('patch', { category: $event })"
        />
      </div>
      <label class="text-ink2"
        >Brand<select
          class="field mt-0.5 block w-full"
          :value="product.brand ?? ''"
          :disabled="disabled"
          @change="emit('patch', { brand: ($event.target as HTMLSelectElement).value || null })"
        >
          <option value="">None</option>
          <option v-for="b in setup.brands.values()" :key="b.code" :value="b.code">{{ b.name }}</option>
        </select></label
      >
      <label class="text-ink2"
        >Tags<input
          v-model="tagText"
          class="field mt-0.5 block w-full"
          :disabled="disabled"
          @change="
            emit('patch', {
              tags: tagText
                .split(',')
                .map((t) => t.trim())
                .filter(Boolean),
            })
          "
      /></label>
      <label class="text-ink2"
        >GTIN<input
          class="field mt-0.5 block w-full"
          :value="product.gtin ?? ''"
          :disabled="disabled"
          @change="emit('patch', { gtin: text($event) })"
      /></label>
      <label class="text-ink2"
        >Stock<NumberField
          class="mt-0.5 block w-full"
          label="Stock"
          :model-value="product.stock"
          :disabled="disabled"
          whole
          :least="0"
          @update:model-value="emit('patch', { stock: $event })"
      /></label>
      <label class="text-ink2"
        >Minimum order quantity<NumberField
          class="mt-0.5 block w-full"
          label="Minimum order quantity"
          :model-value="product.minimum"
          placeholder="1"
          :disabled="disabled"
          whole
          :least="1"
          @update:model-value="emit('patch', { minimum: $event })"
      /></label>
      <label class="text-ink2"
        >Available from<input
          class="field mt-0.5 block w-full"
          type="date"
          :value="product.availableFrom ?? ''"
          :disabled="disabled"
          @change="emit('patch', { availableFrom: text($event) })"
      /></label>
      <label v-if="product.parent === null" class="text-ink2"
        >Product type<select
          class="field mt-0.5 block w-full"
          :value="product.type"
          :disabled="disabled || product.variants.length > 0"
          @change="emit('patch', { type: ($event.target as HTMLSelectElement).value })"
        >
          <option v-for="t in setup.types.values()" :key="t.code" :value="t.code">
            {{ setup.label(t.labels, t.code) }}
          </option>
        </select></label
      >
      <label class="text-ink2"
        >Kind of goods<select
          class="field mt-0.5 block w-full"
          :value="product.kind"
          :disabled="disabled"
          @change="emit('patch', { kind: ($event.target as HTMLSelectElement).value as 'shipped' })"
        >
          <option v-for="k in productKinds" :key="k" :value="k">{{ kindWords[k] }}</option>
        </select></label
      >
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
          }}<button
            v-if="!disabled"
            type="button"
            class="ml-1"
            :aria-label="`Remove from ${setup.label(setup.categories.get(c)?.names, c)}`"
            @click="emit('patch', { categories: product.categories.filter((x) => x !== c) })"
          >
            ×
          </button></span
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
        <select
          class="field"
          :value="r.storefront"
          aria-label="Storefront"
          @change="setRange(i, { storefront: ($event.target as HTMLSelectElement).value })"
        >
          <option v-for="s in setup.storefronts" :key="s.code" :value="s.code">{{ s.name }}</option>
        </select>
        <label v-for="g in setup.groups" :key="g.code" class="flex items-center gap-1.5"
          ><input
            type="checkbox"
            :checked="r.groups.includes(g.code)"
            @change="
              setRange(i, {
                groups: r.groups.includes(g.code) ? r.groups.filter((x) => x !== g.code) : [...r.groups, g.code],
              })
            "
          />{{ g.name }}</label
        >
        <label class="flex items-center gap-1.5 text-ink2"
          >from<input
            class="field"
            type="datetime-local"
            :value="r.from ?? ''"
            @change="setRange(i, { from: text($event) })" /></label
        ><label class="flex items-center gap-1.5 text-ink2"
          >to<input class="field" type="datetime-local" :value="r.to ?? ''" @change="setRange(i, { to: text($event) })"
        /></label>
        <button
          type="button"
          class="px-1 text-ink2"
          aria-label="Remove this entry"
          @click="ranges = ranges!.filter((_, j) => j !== i)"
        >
          ×
        </button>
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
