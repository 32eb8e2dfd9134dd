<script setup lang="ts">
import { basePriceIn } from '@core/catalogue/model'
import { effectivePrice, inheritedPrices } from '@core/prices/effective'
import { priceList } from '@core/prices/of-product'
import { currencyDigits } from '@core/units/format'
import type { ProductDocument } from '@contracts/product'
import type { Storefront } from '@core/catalogue/model'

/** The base price in every storefront, and beside it what the customers of each group pay at a moment. */
const props = defineProps<{
  product: ProductDocument
  parent: ProductDocument | null
  moment: number
  disabled: boolean
}>()
const emit = defineEmits<{ set: [string, number | null] }>()
const setup = useSetupStore()
const lens = useLensStore()
const baseOf = (product: ProductDocument | null, shop: Storefront) =>
  product === null ? null : basePriceIn(product, shop.code)
const payers = computed(() => [null, ...setup.groups.map((g) => g.code)])

function paidIn(shop: Storefront) {
  const listOf = (product: ProductDocument) => priceList(product.prices, shop.code, shop.timeZone)
  const list = inheritedPrices(listOf(props.product), props.parent && listOf(props.parent))
  return payers.value.map((group) => {
    const paid = effectivePrice(list, group, props.moment)
    return {
      group,
      shown: paid ? lens.money(paid.amount, shop.code) : '',
      isSpecial: paid !== undefined && paid.because !== 'base',
    }
  })
}
const rows = computed(() => setup.storefronts.map((shop) => ({ shop, paid: paidIn(shop) })))
/** What the parent asks for, where a variant has no price of its own. */
function inheritedShown(shop: Storefront): string {
  const base = baseOf(props.parent, shop)
  return base === null ? '' : `${lens.money(base, shop.code)} from the parent`
}
</script>

<template>
  <div class="-mx-5 overflow-x-auto" tabindex="0" role="region" aria-label="Prices by storefront">
    <table class="listing sized-by-cells">
      <thead>
        <tr>
          <th>Storefront</th>
          <th>Base price</th>
          <th v-for="g in payers" :key="g ?? ''" class="text-right">
            {{ g === null ? 'Without a group' : setup.groupName(g) }}
          </th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="{ shop, paid } in rows" :key="shop.code" :class="`thread-${shop.code}`">
          <th class="whitespace-nowrap font-normal"><span class="dot mr-1.5" />{{ shop.name }}</th>
          <td>
            <label class="inline-row text-ink2"
              ><NumberField
                class="w-40"
                :model-value="baseOf(product, shop)"
                :placeholder="inheritedShown(shop)"
                :label="`Base price in ${shop.name}, ${shop.currency}`"
                :least="0"
                :decimals="currencyDigits(shop.currency)"
                :disabled="disabled"
                @update:model-value="emit('set', shop.code, $event)"
              />{{ shop.currency }}</label
            >
          </td>
          <td v-for="p in paid" :key="p.group ?? ''" class="whitespace-nowrap text-right">
            <b v-if="p.isSpecial" class="font-semibold"
              >{{ p.shown }}<small class="block font-normal text-weld">special price</small></b
            ><template v-else-if="p.shown">{{ p.shown }}</template
            ><span v-else class="text-ink2">no price</span>
          </td>
        </tr>
      </tbody>
    </table>
  </div>
</template>
