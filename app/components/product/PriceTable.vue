<script setup lang="ts">
import { basePriceIn, type Price } from '@core/catalogue/model'
import { lastPriority } from '@core/prices/effective'
import { explainPrice } from '@core/prices/explain'
import { currencyDigits } from '@core/units/format'
import type { ProductPatchBody, ProductDocument } from '@contracts/product'

/** Base prices of every storefront, special prices with their groups, windows and steps, and what a customer pays. */
const props = defineProps<{ product: ProductDocument; parent: ProductDocument | null; disabled: boolean }>()
const emit = defineEmits<{ patch: [ProductPatchBody] }>()
const lens = useLensStore()
const setup = useSetupStore()
// Money is written as the shoppers of each storefront read it.
useScriptFonts(() => setup.storefronts.flatMap((s) => s.editions[0]?.language ?? []))
const base = (p: ProductDocument | null, shop: string) => (p ? basePriceIn(p, shop) : null)
const shop = computed(() => setup.storefronts.find((s) => s.code === lens.storefront)!)
const currencyOf = (code: string) => setup.storefronts.find((s) => s.code === code)?.currency ?? ''
const stored = computed(() => props.product.prices.filter((p) => p.special))
/** Rows that are not saved stay when one goes to another tab, and after a reload. */
const { draft, changed, reset } = useDraft<Price[]>(
  () => `specials:${props.product.sku}`,
  () => stored.value,
)
const specials = computed({
  get: () => draft.value ?? [],
  set: (list) => {
    draft.value = list
  },
})
const set = (i: number, change: Partial<Price>) => {
  specials.value = specials.value.map((p, j) => (j === i ? { ...p, ...change } : p))
}
function setPriority(i: number, priority: number | null) {
  const { priority: _before, ...price } = specials.value[i]!
  const changed = priority === null ? price : { ...price, priority }
  specials.value = specials.value.map((p, j) => (j === i ? changed : p))
}
const add = () => {
  specials.value = [
    ...specials.value,
    {
      storefront: lens.storefront,
      special: true,
      group: lens.group || null,
      from: null,
      to: null,
      quantity: 1,
      amount: base(props.product, lens.storefront) ?? base(props.parent, lens.storefront) ?? 0,
    },
  ]
}
let saving = false
function save() {
  saving = true
  emit('patch', { specials: specials.value.map(({ special: _special, ...p }) => p) })
}
// What is stored then is what was saved, however the server writes it.
watch(stored, () => {
  if (saving) reset()
  saving = false
})
const session = useSessionStore()
const quantity = ref<number | null>(1)
/** A variant without prices of its own in the storefront has its parent's. */
const inherited = computed(
  () => props.parent !== null && !props.product.prices.some((p) => p.storefront === lens.storefront),
)
const moment = computed(() => (lens.moment ? Date.parse(lens.moment) : session.now()))
const reasons = computed(() =>
  explainPrice(
    (inherited.value ? props.parent! : props.product).prices,
    shop.value,
    lens.group || null,
    moment.value,
    quantity.value ?? 1,
  ),
)
const paid = computed(() => reasons.value.find((r) => r.pays))
const money = (amount: number) => lens.money(amount, lens.storefront)
const groupName = (code: string | null) => (code === null ? 'everybody' : setup.groupName(code))
function specialWords({ group, quantity, priority }: Price): string {
  const parts = [
    `for ${groupName(group)}`,
    ...(quantity > 1 ? [`from ${quantity} items`] : []),
    ...(priority === undefined ? [] : [`priority ${priority}`]),
  ]
  return parts.join(', ')
}
const specialLine = (price: Price) => `${lens.money(price.amount, price.storefront)} ${specialWords(price)}`
/** A day as an end is the start of the next. */
const dayAfter = (day: string) =>
  `${new Date(Date.parse(`${day}T00:00:00Z`) + 86_400_000).toISOString().slice(0, 10)}T00:00`
</script>

<template>
  <div class="px-5">
    <section aria-label="What a customer pays" class="mt-2 border-l-2 border-ink pl-4">
      <p class="text-[15px]">
        {{
          groupName(lens.group || null) === 'everybody'
            ? 'A customer without a group'
            : `A customer of the group ${groupName(lens.group)}`
        }}
        in {{ shop.name }} pays
        <b class="font-semibold">{{ paid ? money(paid.price.amount) : 'no price yet' }}</b><template
          v-if="inherited && paid"
          >, the parent’s price</template
        >
        {{ lens.at ? `on ${lens.at.replace('T', ' at ')}` : 'now' }} for
        <NumberField v-model="quantity" class="w-16 !py-0" label="Number of items" live required whole :least="1" />
        {{ quantity === 1 ? 'item' : 'items, each' }}.
      </p>
      <ul class="mt-1">
        <li v-for="(r, i) in reasons" :key="i" :class="r.pays ? '' : 'text-ink2'">
          {{ money(r.price.amount) }}
          {{ r.price.special ? specialWords(r.price) : 'base price' }}:
          <b v-if="r.pays" class="font-semibold text-weld">{{ r.why }}</b><template v-else>{{ r.why }}</template>
        </li>
      </ul>
    </section>
    <h2 class="mt-4">Prices by storefront</h2>
    <StorefrontPrices
      class="mt-1"
      :product="product"
      :parent="parent"
      :moment="moment"
      :disabled="disabled"
      @set="(storefront: string, amount: number | null) => emit('patch', { prices: [{ storefront, amount }] })"
    />
    <h2 class="mt-4">Special prices and steps</h2>
    <SpecialTimeline v-if="specials.length" :specials="specials" :moment="moment" :words="specialLine" />
    <table v-if="specials.length" class="mt-1 text-left">
      <thead class="text-[12.5px] text-ink2">
        <tr>
          <th class="pr-2 font-normal">Storefront</th>
          <th class="pr-2 font-normal">For</th>
          <th class="pr-2 font-normal">From and to</th>
          <th class="pr-2 font-normal">From items</th>
          <th class="pr-2 font-normal">Priority</th>
          <th class="pr-2 font-normal">Price</th>
          <th />
        </tr>
      </thead>
      <tbody>
        <tr v-for="(p, i) in specials" :key="i" class="align-top">
          <td class="pb-1 pr-2">
            <SelectField
              :disabled="disabled"
              :model-value="p.storefront"
              class="w-36"
              :label="`Storefront of special price ${i + 1}`"
              :options="byRecord(setup.storefronts)"
              @update:model-value="set(i, { storefront: $event })"
            />
          </td>
          <td class="pb-1 pr-2">
            <SelectField
              :disabled="disabled"
              :model-value="p.group"
              class="w-28"
              :label="`Group of special price ${i + 1}`"
              :options="[option(null, 'everybody'), ...byRecord(setup.groups)]"
              @update:model-value="set(i, { group: $event })"
            />
          </td>
          <td class="grid gap-0.5 pb-2 pr-2">
            <DateField
              :disabled="disabled"
              with-time="from"
              :model-value="p.from"
              class="w-[172px] !px-1.5 text-[12.5px]"
              :label="`Beginning of special price ${i + 1}`"
              @update:model-value="set(i, { from: $event })"
            />
            <DateField
              :disabled="disabled"
              with-time="from"
              :model-value="p.to?.length === 10 ? dayAfter(p.to) : p.to"
              class="w-[172px] !px-1.5 text-[12.5px]"
              :label="`End of special price ${i + 1}`"
              @update:model-value="set(i, { to: $event })"
            />
          </td>
          <td class="pb-1 pr-2">
            <NumberField
              class="w-14"
              :model-value="p.quantity"
              :label="`From how many items, special price ${i + 1}`"
              :disabled="disabled"
              required
              whole
              :least="1"
              @update:model-value="set(i, { quantity: $event! })"
            />
          </td>
          <td class="pb-1 pr-2">
            <NumberField
              class="w-14"
              :model-value="p.priority ?? null"
              :label="`Priority of special price ${i + 1}`"
              :disabled="disabled"
              whole
              :least="1"
              :most="lastPriority"
              @update:model-value="setPriority(i, $event)"
            />
          </td>
          <td class="whitespace-nowrap pb-1 pr-2">
            <NumberField
              class="w-20"
              :model-value="p.amount"
              :label="`Special price ${i + 1}`"
              :disabled="disabled"
              required
              :least="0"
              :decimals="currencyDigits(currencyOf(p.storefront))"
              @update:model-value="set(i, { amount: $event! })"
            />
            {{ ' ' }}<span class="text-[12px] text-ink2">{{ currencyOf(p.storefront) }}</span>
          </td>
          <td class="pb-1">
            <IconButton
              icon="remove"
              v-if="!disabled"
              :label="`Remove special price ${i + 1}`"
              @click="specials = specials.filter((_, j) => j !== i)"
            />
          </td>
        </tr>
      </tbody>
    </table>
    <p v-if="specials.length > 1" class="text-[12.5px] text-ink2">
      Where several hold at once, the lowest priority number counts. Without one, a price for the group comes first,
      then the shorter period, then the lower price.
    </p>
    <p v-if="!disabled" class="actions">
      <button type="button" class="plain" @click="add">Add a special price</button
      ><button v-if="changed" type="button" class="act main" @click="save">Save the special prices</button
      ><button v-if="changed" type="button" class="plain" @click="reset">Cancel</button>
    </p>
  </div>
</template>
