<script setup lang="ts">
import { substanceOf } from '@core/drafting/substance'
import { missingValue, type Resolved } from '@core/values/resolve'
import { useProductPage } from '~/components/product/useProductPage'
import { useProductPatch } from '~/components/product/useProductPatch'

type Shows = Resolved & { shown: string | null; required: boolean }

const route = useRoute()
const sku = computed(() => String(route.params.sku))
const lens = useLensStore()
const setup = useSetupStore()
const session = useSessionStore()
const { focus, refresh: refreshProof, version } = useProofFocus()
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
const type = computed(() => setup.types.get(p.value?.type ?? ''))
const groups = computed(() => {
  const t = type.value
  if (!t) return []
  const codes = new Set(t.attributes.map((a) => a.attribute))
  const own = [
    ...(resolved.data.value?.[0]?.items ?? []).filter((r) => !codes.has(r.attribute)).map((r) => r.attribute),
    ...added.value.filter((c) => !codes.has(c)),
  ].map((attribute) => ({ attribute }))
  return [
    ...t.groups.map((g) => ({
      code: g.code,
      label: setup.label(g.labels, g.code),
      uses: t.attributes.filter((a) => a.group === g.code),
    })),
    ...(own.length
      ? [
          {
            code: 'own',
            label: 'Own facts',
            uses: own.filter((u, i) => own.findIndex((x) => x.attribute === u.attribute) === i),
          },
        ]
      : []),
  ].filter((g) => g.uses.length > 0)
})
/** How much it says. What its variants hold each for itself is theirs to lack. */
const substance = computed(() =>
  p.value && resolved.data.value
    ? substanceOf(
        p.value.type,
        (code) =>
          (of(0, code)?.value ?? null) !== null ||
          (p.value!.variants.length > 0 &&
            (type.value?.attributes.some((a) => a.attribute === code && a.perVariant) ?? false)),
        setup.forCore,
      )
    : undefined,
)
const needed = (code: string) => of(columns.value.length - 1, code)?.required ?? false
const filled = (uses: { attribute: string }[]) => {
  const required = uses.filter((u) => needed(u.attribute))
  const last = columns.value.length - 1
  return required.length === 0
    ? ''
    : `${required.filter((u) => of(last, u.attribute)?.counts).length} of ${required.length} required`
}
/** What inline values can name, with what they read as here. */
const offered = computed(() =>
  (resolved.data.value?.[0]?.items ?? [])
    .map((r) => ({
      address: `attribute:${r.attribute}`,
      label: setup.label(setup.attributes.get(r.attribute)?.labels, r.attribute),
      sample: (r.shown ?? '').slice(0, 40),
      filled: r.value !== null,
    }))
    .filter(
      (v) =>
        ![
          'attribute:description',
          'attribute:key-points',
          'attribute:pictures',
          'attribute:name',
          'attribute:summary',
        ].includes(v.address),
    )
    .sort((a, b) => Number(b.filled) - Number(a.filled)),
)

const { conflicts, patchFields, patchValue, keepMine, keepTheirs } = useProductPatch(
  () => sku.value,
  () => p.value,
  refreshProof,
)
/** A fact that is being added has no value yet. */
const nothing = (attribute: string): Shows => ({ ...missingValue(attribute), shown: null, required: false })
const mayWrite = (language: string, translatable: boolean) =>
  session.mayEdit || (translatable && language !== setup.source && session.mayTranslate(language))

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
const shownSides = computed(() =>
  (Object.keys(sides) as (keyof typeof sides)[]).filter((s) => s !== 'variants' || p.value?.parent === null),
)
watch(sku, () => {
  side.value = 'attributes'
})
const description = computed(() => String(of(columns.value.length - 1, 'description')?.value ?? ''))
/** One product may have a fact that its type does not ask for. */
const extra = computed(() =>
  [...setup.attributes.values()]
    .filter(
      (a) =>
        !type.value?.attributes.some((u) => u.attribute === a.code) &&
        !resolved.data.value?.[0]?.items.some((r) => r.attribute === a.code),
    )
    .sort((a, b) => setup.label(a.labels, a.code).localeCompare(setup.label(b.labels, b.code), 'en')),
)
const added = ref<string[]>([])
const addable = computed(() =>
  extra.value
    .filter((a) => !added.value.includes(a.code))
    .map((a) => ({ id: a.code, label: setup.label(a.labels, a.code) })),
)
watch(sku, () => {
  added.value = []
})
const path = computed(() => {
  const steps: string[] = []
  for (let c = p.value?.category; c; c = setup.categories.get(c)?.parent ?? null)
    steps.unshift(setup.label(setup.categories.get(c)?.names, c))
  return steps.join(' › ')
})
/** Whoever comes for one field stands in it. */
const wantedField = computed(() => (typeof route.query.field === 'string' ? route.query.field : ''))
watch(
  [wantedField, () => p.value !== undefined && resolved.data.value !== undefined],
  async ([field, there]) => {
    if (!field || !there) return
    await nextTick()
    const row = document.getElementById(`field-${field}`)
    row?.scrollIntoView({ block: 'center' })
    const cells = row?.querySelectorAll<HTMLElement>(':scope > :not(:first-child)')
    cells?.[cells.length - 1]?.querySelector<HTMLElement>('button, input, select, textarea, [tabindex]')?.focus()
  },
  { immediate: true },
)
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
      if (session.mayEdit) void navigateTo({ path: '/catalogue/new', query: { copy: sku.value } })
    },
  },
  {
    keys: 't',
    does: 'Translate its texts',
    run: () => void navigateTo(`/translation/${segment(`product:${sku.value}`)}`),
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
      <div class="px-5 pt-3">
        <div class="code flex flex-wrap items-center gap-x-3">
          <NuxtLink to="/catalogue" class="hover:underline">Catalogue</NuxtLink><span>{{ path }}</span
          ><span>{{ p.sku }}</span
          ><span v-if="p.gtin">GTIN {{ p.gtin }}</span
          ><NuxtLink v-if="p.parent" :to="`/catalogue/${segment(p.parent)}`" class="hover:underline"
            >variant of {{ parentName }}</NuxtLink
          >
        </div>
        <h1 class="mb-2 mt-0.5">{{ name }}</h1>
      </div>
      <div class="flex gap-4 px-5 pb-1.5 text-[12.5px] font-semibold">
        <button
          v-for="s in shownSides"
          :key="s"
          type="button"
          :class="side === s ? 'border-b-[1.5px] border-ink' : 'font-normal text-ink2'"
          :aria-pressed="side === s"
          @click="side = s"
        >
          {{ sides[s] }}
        </button>
        <span v-if="session.mayEdit" class="ml-auto flex gap-4 font-normal">
          <NuxtLink class="plain" :to="{ path: '/catalogue/new', query: { copy: sku } }">Duplicate</NuxtLink>
          <button type="button" class="plain" :aria-expanded="deleting" @click="deleting = !deleting">Delete</button>
        </span>
      </div>
      <DeletePanel
        v-if="deleting"
        class="mx-5 mb-3"
        :which="{ skus: [sku] }"
        :what="sku"
        @cancel="deleting = false"
        @deleted="leave"
      />
      <div class="cols border-b border-hair2 text-[12.5px] font-semibold">
        <template v-if="side === 'attributes'"
          ><span /><span
            v-for="c in columns"
            :key="c.id"
            class="flex items-center gap-1.5 pb-1.5"
            :class="`thread-${c.storefront}`"
            ><span class="dot" />{{ setup.storefrontName(c.storefront) }} · {{ bareLanguageName(c.language)
            }}<template v-if="c.language === setup.source && columns.length > 1">, the source</template></span
          ></template
        >
      </div>
      <FieldConflicts v-if="conflicts.length > 0" :conflicts="conflicts" @mine="keepMine" @theirs="keepTheirs" />
      <div class="min-h-0 flex-1 overflow-auto bg-sheet pb-8" tabindex="0" aria-label="Values of the product">
        <HistoryList v-if="side === 'history'" class="px-5" :of="{ sku }" :version="version" :after="refreshProof" />
        <template v-else-if="side === 'content'"
          ><PageContent :sku="sku" :page="page.data.value" :version="version" :disabled="!session.mayEdit" /><OwnLayout
            :skus="[p.sku, ...p.variants]"
            :disabled="!session.mayEdit"
            @saved="refreshProof" /><SplitPanel
            :skus="[p.sku, ...p.variants]"
            :type="p.type"
            :description="description"
            :disabled="!session.mayEdit"
            @saved="refreshProof"
        /></template>
        <VariantGrid
          v-else-if="side === 'variants'"
          :product="p"
          :version="version"
          :disabled="!session.mayEdit"
          @saved="refreshProof"
        />
        <PriceTable
          v-else-if="side === 'prices'"
          :product="p"
          :parent="parentProduct.data.value ?? null"
          :disabled="!session.mayEdit"
          @patch="patchFields"
        />
        <PoolTable
          v-else-if="side === 'pool'"
          :sku="sku"
          :version="version"
          :disabled="!session.mayEdit"
          @taken="refreshProof"
        />
        <template v-else>
          <section aria-label="Product">
            <div class="group-head">
              <h2>Product</h2>
              <small>{{ setup.label(type?.labels, p.type) }}, {{ p.kind }}</small>
            </div>
            <ProductFields :product="p" :disabled="!session.mayEdit" @patch="patchFields" />
          </section>
          <p v-if="substance?.thin" class="mx-5 mt-2 border-l-[3px] border-ochre pl-2.5 text-ochre">
            Too few facts to draft from: {{ substance.facts }} of {{ substance.of }} facts. These would help most:
            <template v-for="(c, i) in substance.help.slice(0, 4)" :key="c"
              ><template v-if="i">, </template
              ><a class="underline" :href="`#field-${c}`">{{
                setup.label(setup.attributes.get(c)?.labels, c)
              }}</a></template
            >.
          </p>
          <section v-for="g in groups" :key="g.code" :aria-label="g.label">
            <div class="group-head">
              <h2>{{ g.label }}</h2>
              <small>{{ filled(g.uses) }}</small>
            </div>
            <div
              v-for="u in g.uses"
              :id="`field-${u.attribute}`"
              :key="u.attribute"
              class="cols py-1"
              :class="{ one: columns.length === 1 }"
            >
              <div class="pt-0.5 text-ink2">
                {{ setup.label(setup.attributes.get(u.attribute)?.labels, u.attribute) }}
                <b
                  v-if="needed(u.attribute) && !of(columns.length - 1, u.attribute)?.counts"
                  class="font-semibold text-madder"
                  >required</b
                >
              </div>
              <template v-for="(c, i) in columns" :key="c.id + sku">
                <ValueCell
                  v-if="setup.attributes.get(u.attribute)"
                  :sku="sku"
                  :parent-name="parentName"
                  :attribute="setup.attributes.get(u.attribute)!"
                  :resolved="of(i, u.attribute) ?? nothing(u.attribute)"
                  :own="p.values"
                  :storefront="c.storefront"
                  :language="c.language"
                  :wanted="of(i, u.attribute)?.required ?? false"
                  :values="offered"
                  :sources="sources.data.value"
                  :write="patchValue"
                  :readonly="!mayWrite(c.language, setup.attributes.get(u.attribute)!.translatable)"
                />
              </template>
            </div>
            <SearchResult
              v-if="g.uses.some((u) => u.attribute === 'search-title')"
              :sku="sku"
              :storefront="lens.storefront"
              :language="lens.language"
              :version="version"
            />
          </section>
          <p v-if="session.mayEdit" class="px-5 pt-2">
            <ActionMenu
              class="act"
              label="Add a fact for this product only"
              :actions="addable"
              @choose="added = [...added, $event]"
            />
          </p>
          <section aria-label="Other products">
            <div class="group-head">
              <h2>Other products and systems</h2>
              <small v-if="p.variants.length"
                ><button type="button" class="plain" @click="side = 'variants'">
                  {{ countShown(p.variants.length, 'variant') }}
                </button></small
              >
            </div>
            <RelationList :product="p" :disabled="!session.mayEdit" @patch="patchFields" />
          </section>
        </template>
      </div>
    </template>
    <p v-else class="p-8 text-ink2">Opening {{ sku }} …</p>
  </div>
</template>

<style scoped>
.cols {
  display: grid;
  grid-template-columns: 140px minmax(0, 1fr) minmax(0, 1fr);
  column-gap: 18px;
  padding-left: 20px;
  padding-right: 20px;
  align-items: start;
}
.cols.one {
  grid-template-columns: 140px minmax(0, 1fr);
}
.group-head {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
  padding: 12px 20px 3px;
}
.group-head small {
  color: var(--ink-2);
  font-size: 12px;
}
</style>
