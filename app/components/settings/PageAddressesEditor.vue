<script setup lang="ts">
import { addressKinds, addressProblem, type AddressKind, type PageAddresses } from '@core/catalogue/page-addresses'

/** Where a storefront's shop shows its pages, each kind by an address with parts that are filled in. */
const addresses = defineModel<PageAddresses | null>({ required: true })
const props = defineProps<{ disabled: boolean; languages: readonly string[] }>()

const labels: Record<AddressKind, string> = {
  home: 'Home',
  product: 'Products',
  category: 'Categories',
  page: 'Standing pages',
  picture: 'Pictures and files',
}
const site = ref('')
const siteProblem = ref('')

/** The addresses of a shop to begin with, made from where it is. */
function begin() {
  const typed = site.value.trim().replace(/\/+$/, '')
  siteProblem.value = addressProblem('home', typed, 1) ?? ''
  if (siteProblem.value !== '') return
  const home = `${typed}/{language}`
  addresses.value = {
    home,
    product: `${home}/p/{slug}`,
    category: `${home}/c/{category}`,
    page: `${home}/{page}`,
    picture: `${typed}/pictures/{name}`,
  }
}
const problemOf = (kind: AddressKind) => addressProblem(kind, addresses.value![kind].trim(), props.languages.length)
function write(kind: AddressKind, address: string) {
  addresses.value = { ...addresses.value!, [kind]: address }
}
</script>

<template>
  <section aria-label="Addresses of pages">
    <h2>Addresses of pages</h2>
    <p class="pb-1.5 text-ink2">
      Where the shop shows its pages. Sitemaps, links between languages and structured data need whole addresses.
    </p>
    <template v-if="addresses">
      <p class="pb-2 text-ink2">
        Filled in: <code>{language}</code>, <code>{slug}</code> (the SKU where a product has none), <code>{sku}</code>,
        <code>{category}</code>, <code>{page}</code>, <code>{name}</code> of a picture. Changes go live with the next
        release of everything.
      </p>
      <FormField
        v-for="kind in addressKinds"
        :key="kind"
        :label="labels[kind]"
        :error="problemOf(kind)"
        :path="`addresses.${kind}`"
        class="py-1"
      >
        <TextField
          :model-value="addresses[kind]"
          :disabled="disabled"
          maxlength="500"
          spellcheck="false"
          class="w-full font-mono"
          @update:model-value="write(kind, $event)"
        />
      </FormField>
      <button v-if="!disabled" type="button" class="plain mt-2 min-h-6" @click="addresses = null">
        Remove the addresses
      </button>
    </template>
    <form v-else-if="!disabled" class="flex flex-wrap items-center gap-2" @submit.prevent="begin">
      <label class="text-ink2" for="shop-site">The shop is at</label
      ><TextField
        id="shop-site"
        v-model="site"
        placeholder="https://shop.example"
        maxlength="300"
        class="w-72"
      /><button type="submit" class="act">Add addresses</button>
      <p v-if="siteProblem" class="w-full text-madder" role="alert">{{ siteProblem }}</p>
    </form>
    <p v-else class="text-ink2">The address of the shop is not set. An administrator can set it.</p>
  </section>
</template>
