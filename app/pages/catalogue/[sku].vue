<script setup lang="ts">
import type { ProductStatus } from '@core/catalogue/model'
import { capitalised } from '@core/language/letters'
import { useProductPage } from '~/components/product/useProductPage'
import { useProductPatch } from '~/components/product/useProductPatch'

const route = useRoute()
const sku = computed(() => String(route.params.sku))
const setup = useSetupStore()
const session = useSessionStore()
const { focus, refresh: refreshProof, version } = useProofFocus()
useProofPlace()
onBeforeUnmount(() => {
  focus.value = null
})

const { columns, product, sources, resolved, page, parent, parentProduct } = useProductPage(() => sku.value)

// A product that there is not has no page to be shown.
watch(
  [sku, () => product.problem.value],
  () => {
    focus.value = product.problem.value ? null : sku.value
  },
  { immediate: true },
)

const p = computed(() => product.data.value)
const deleting = ref(false)
watch(sku, () => {
  deleting.value = false
})
/** Once it is deleted: to its parent, where it was a variant. */
const leave = () => navigateTo(p.value?.parent ? `/catalogue/${segment(p.value.parent)}` : '/catalogue')
const of = (column: number, code: string) => resolved.data.value?.[column]?.items.find((r) => r.attribute === code)
const name = computed(() => of(0, 'name')?.shown ?? sku.value)
const parentName = computed(() =>
  p.value?.parent ? (parent.data.value?.items.find((r) => r.attribute === 'name')?.shown ?? p.value.parent) : null,
)
const { conflicts, patchFields, patchValue, keepMine, keepTheirs } = useProductPatch(
  () => sku.value,
  () => p.value,
  refreshProof,
)
const sides = {
  attributes: 'Values',
  content: 'Content',
  variants: 'Variants',
  prices: 'Prices',
  pool: 'Data pool',
  history: 'History',
} as const
const side = ref<keyof typeof sides>(
  Object.keys(sides).includes(String(route.query.side)) ? (route.query.side as keyof typeof sides) : 'attributes',
)
const shownSides = computed<Partial<typeof sides>>(() => {
  const { variants: _variants, ...others } = sides
  return p.value?.parent === null ? sides : others
})
watch(sku, () => {
  side.value = 'attributes'
})
const wantedField = computed(() => (typeof route.query.field === 'string' ? route.query.field : ''))
const description = computed(() => String(of(columns.value.length - 1, 'description')?.value ?? ''))
const path = computed(() => {
  const steps: string[] = []
  for (let c = p.value?.category; c; c = setup.categories.get(c)?.parent ?? null)
    steps.unshift(setup.label(setup.categories.get(c)?.names, c))
  return steps.join(' › ')
})
const another: Record<ProductStatus, { status: ProductStatus; label: string }> = {
  draft: { status: 'active', label: 'Activate' },
  active: { status: 'disabled', label: 'Disable' },
  disabled: { status: 'active', label: 'Activate' },
}
const duplicate = () => navigateTo({ path: '/catalogue/new', query: { copy: sku.value } })
const translate = () => navigateTo(`/translation/${segment(`product:${sku.value}`)}`)
const menu = computed(() => {
  const translation = { id: 'translate', label: 'Translate', note: 't', run: translate }
  if (!session.mayEdit || !p.value) return [translation]
  const { status, label } = another[p.value.status]
  return [
    translation,
    { id: 'duplicate', label: 'Duplicate', note: 'd', run: duplicate },
    { id: 'status', label, run: () => patchFields({ status }) },
    { id: 'delete', label: 'Delete', run: () => (deleting.value = true) },
  ]
})
useKeys('Product', [
  {
    keys: 'h',
    does: 'Show or hide history',
    run: () => {
      side.value = side.value === 'history' ? 'attributes' : 'history'
    },
  },
  {
    keys: 'v',
    does: 'Variants',
    run: () => {
      if (p.value?.parent === null) side.value = side.value === 'variants' ? 'attributes' : 'variants'
    },
  },
  {
    keys: 'c',
    does: 'Content of the page',
    run: () => {
      side.value = side.value === 'content' ? 'attributes' : 'content'
    },
  },
  {
    keys: 'm',
    does: 'Prices',
    run: () => {
      side.value = side.value === 'prices' ? 'attributes' : 'prices'
    },
  },
  {
    keys: 'g',
    does: 'Data pool',
    run: () => {
      side.value = side.value === 'pool' ? 'attributes' : 'pool'
    },
  },
  {
    keys: 'd',
    does: 'Duplicate product',
    run: () => {
      if (session.mayEdit) void duplicate()
    },
  },
  {
    keys: 't',
    does: 'Translate its texts',
    run: () => void translate(),
  },
  { keys: 'Enter', does: 'Edit the focused value' },
  { keys: 'Ctrl+S', does: 'Save the open text' },
])
</script>

<template>
  <div class="page">
    <div v-if="product.problem.value" class="p-8" role="alert">
      <h1>{{ product.problem.value.problem.title }}</h1>
      <p class="mt-2">{{ product.problem.value.sentence }}</p>
      <NuxtLink to="/catalogue" class="act mt-3">To the catalogue</NuxtLink>
    </div>
    <template v-else-if="p && resolved.data.value">
      <PageHead :title="name" :back="{ to: '/catalogue', label: 'Catalogue' }" :menu="menu">
        <template #place>
          <span v-if="path">{{ path }}</span>
          <span>{{ p.sku }}</span>
          <span v-if="p.gtin">GTIN {{ p.gtin }}</span>
          <NuxtLink v-if="p.parent" :to="`/catalogue/${segment(p.parent)}`" class="hover:underline"
            >variant of {{ parentName }}</NuxtLink
          >
        </template>
        <template #line
          >{{ capitalised(p.status) }} · <ReadinessMark :sku="p.parent ?? p.sku" :version="version"
        /></template>
        <template #controls>
          <PageSides v-model="side" :sides="shownSides" />
        </template>
      </PageHead>
      <LazyDeletePanel
        v-if="deleting"
        class="mx-5 mb-3"
        :which="{ skus: [sku] }"
        :what="sku"
        @cancel="deleting = false"
        @deleted="leave"
      />
      <FieldConflicts v-if="conflicts.length > 0" :conflicts="conflicts" @mine="keepMine" @theirs="keepTheirs" />
      <div class="page-body pb-8" tabindex="0" aria-label="Values of the product">
        <LazyHistoryList
          v-if="side === 'history'"
          class="px-5"
          :of="{ sku }"
          :version="version"
          :after="refreshProof"
        />
        <template v-else-if="side === 'content'"
          ><LazyPageContent
            :sku="sku"
            :page="page.data.value"
            :version="version"
            :disabled="!session.mayEdit" /><LazyOwnLayout
            :skus="[p.sku, ...p.variants]"
            :disabled="!session.mayEdit"
            @saved="refreshProof" /><LazySplitPanel
            :skus="[p.sku, ...p.variants]"
            :type="p.type"
            :description="description"
            :disabled="!session.mayEdit"
            @saved="refreshProof"
        /></template>
        <LazyVariantGrid
          v-else-if="side === 'variants'"
          :product="p"
          :version="version"
          :disabled="!session.mayEdit"
          @saved="refreshProof"
        />
        <LazyPriceTable
          v-else-if="side === 'prices'"
          :product="p"
          :parent="parentProduct.data.value ?? null"
          :disabled="!session.mayEdit"
          @patch="patchFields"
        />
        <LazyPoolTable
          v-else-if="side === 'pool'"
          :sku="sku"
          :version="version"
          :disabled="!session.mayEdit"
          @taken="refreshProof"
        />
        <ProductValues
          v-else
          :product="p"
          :columns="columns"
          :resolved="resolved.data.value"
          :sources="sources.data.value"
          :parent-name="parentName"
          :version="version"
          :field="wantedField"
          :patch-value="patchValue"
          @patch="patchFields"
          @variants="side = 'variants'"
        />
      </div>
    </template>
    <p v-else class="p-8 text-ink2">Opening {{ sku }} …</p>
  </div>
</template>
