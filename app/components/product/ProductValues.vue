<script setup lang="ts">
import type { ProductDocument, ProductPatchBody, ResolvedValues } from '@contracts/product'
import type { ValueSource } from '@core/catalogue/source'
import { substanceOf } from '@core/drafting/substance'
import { missingValue } from '@core/values/resolve'
import type { OfferedValue } from '../editor/offered'
import type { ValueWrite, WriteResult } from './useProductPatch'
import { picturesAttribute, useValueGroups, type ValueGroup } from './useValueGroups'

interface Column {
  id: string
  storefront: string
  language: string
}

/** The values of a product: its pictures, its fields, its attributes in their groups, and its relations. */
const props = defineProps<{
  product: ProductDocument
  /** The editions that stand beside each other, and the values of each. */
  columns: readonly Column[]
  resolved: readonly ResolvedValues[]
  sources?: Record<string, ValueSource>
  parentName: string | null
  version: unknown
  /** The attribute that somebody came for; '' for none. */
  field: string
  patchValue: (write: ValueWrite) => Promise<WriteResult>
}>()
const emit = defineEmits<{ patch: [ProductPatchBody]; variants: [] }>()
const lens = useLensStore()
const setup = useSetupStore()
const session = useSessionStore()
const { type, groups, of, isRequired, isFilled, hasPictures, added, unfold } = useValueGroups(
  () => props.product,
  () => props.resolved.map((r) => r.items),
)
const labelOf = (code: string) => setup.label(setup.attributes.get(code)?.labels, code)
const totals = computed(() => props.resolved[0]?.variants ?? null)

/** How much it says. What its variants hold each for itself is theirs to lack. */
const substance = computed(() => {
  const perVariant = new Set(type.value?.attributes.filter((a) => a.perVariant).map((a) => a.attribute))
  const isThere = (code: string) =>
    (of(0, code)?.value ?? null) !== null || (props.product.variants.length > 0 && perVariant.has(code))
  return substanceOf(props.product.type, isThere, setup.forCore)
})
const requiredWords = ({ required, filled }: ValueGroup) => (required === 0 ? '' : `${filled} of ${required} required`)

/** What inline values can name, with what they read as in an edition; those with a value first. */
const notNamed = new Set(['description', 'key-points', picturesAttribute, 'name', 'summary'])
const sampleLength = 40
const offeredOf = ({ items }: ResolvedValues): OfferedValue[] =>
  items
    .filter((r) => !notNamed.has(r.attribute))
    .map((r) => ({
      address: `attribute:${r.attribute}`,
      label: labelOf(r.attribute),
      sample: (r.shown ?? '').slice(0, sampleLength),
      filled: r.value !== null,
    }))
    .sort((a, b) => Number(b.filled) - Number(a.filled))
const offered = computed(() => props.resolved.map(offeredOf))
/** A fact that is being added has no value yet. */
const nothing = (attribute: string) => ({
  ...missingValue(attribute),
  shown: null,
  required: false,
  forCarrier: null,
  onVariants: null,
})
const mayWrite = (language: string, translatable: boolean) =>
  session.mayEdit || (translatable && language !== setup.source && session.mayTranslate(language))
/** An attribute of the setup in one of the editions. */
function cellOf(code: string, { storefront, language }: Column, index: number) {
  const attribute = setup.attributes.get(code)!
  const resolved = of(index, code) ?? nothing(code)
  return {
    sku: props.product.sku,
    parentName: props.parentName,
    attribute,
    resolved,
    own: props.product.values,
    storefront,
    language,
    wanted: resolved.required,
    values: offered.value[index] ?? [],
    sources: props.sources,
    write: props.patchValue,
    readonly: !mayWrite(language, attribute.translatable),
  }
}

/** One product may have a fact that its type does not ask for. */
const addable = computed(() => {
  const there = new Set([
    ...(type.value?.attributes.map((u) => u.attribute) ?? []),
    ...(props.resolved[0]?.items.map((r) => r.attribute) ?? []),
    ...added.value,
  ])
  return [...setup.attributes.values()]
    .filter((a) => !there.has(a.code))
    .map((a) => ({ id: a.code, label: labelOf(a.code) }))
    .sort((a, b) => a.label.localeCompare(b.label, 'en'))
})

/** Whoever comes for one field stands in it, also where it is folded. */
async function goTo(field: string) {
  unfold([field])
  await nextTick()
  const row = document.getElementById(`field-${field}`)
  row?.scrollIntoView({ block: 'center' })
  const cells = row?.querySelectorAll<HTMLElement>(':scope > :not(:first-child)')
  cells?.[cells.length - 1]?.querySelector<HTMLElement>('button, input, select, textarea, [tabindex]')?.focus()
}
watch(
  () => props.field,
  (field) => {
    if (field) void goTo(field)
  },
)
onMounted(() => {
  if (props.field) void goTo(props.field)
})
</script>

<template>
  <div>
    <div v-if="columns.length > 1" class="value-row editions">
      <span />
      <span v-for="c in columns" :key="c.id" class="inline-row" :class="`thread-${c.storefront}`"
        ><span class="dot" />{{ setup.storefrontName(c.storefront) }} · {{ bareLanguageName(c.language)
        }}<template v-if="c.language === setup.source">, the source</template></span
      >
    </div>
    <section v-if="hasPictures" class="pt-3" aria-label="Pictures">
      <ValueRow
        :attribute="picturesAttribute"
        :columns="columns"
        :required="isRequired(picturesAttribute) && !isFilled(picturesAttribute)"
      >
        <template #default="{ column, index }">
          <ValueCell v-bind="cellOf(picturesAttribute, column, index)" @variants="emit('variants')" />
        </template>
      </ValueRow>
    </section>
    <section aria-label="Product">
      <div class="group-head">
        <h2>Product</h2>
        <small>{{ setup.label(type?.labels, product.type) }}, {{ product.kind }}</small>
      </div>
      <ProductFields
        :product="product"
        :totals="totals"
        :disabled="!session.mayEdit"
        @patch="emit('patch', $event)"
        @variants="emit('variants')"
      />
    </section>
    <p v-if="substance.thin" class="mx-5 mt-2 border-l-[3px] border-ochre pl-2.5 text-ochre">
      Too few facts to draft from: {{ substance.facts }} of {{ substance.of }} facts. These would help most:
      <template v-for="(c, i) in substance.help.slice(0, 4)" :key="c"
        ><template v-if="i">, </template
        ><button type="button" class="underline" @click="goTo(c)">{{ labelOf(c) }}</button></template
      >.
    </p>
    <section v-for="g in groups" :key="g.code" :aria-label="g.label">
      <div class="group-head">
        <h2>{{ g.label }}</h2>
        <small>{{ requiredWords(g) }}</small>
      </div>
      <ValueRow
        v-for="code in g.shown"
        :key="code"
        :attribute="code"
        :columns="columns"
        :required="isRequired(code) && !isFilled(code)"
      >
        <template #default="{ column, index }">
          <ValueCell
            v-if="setup.attributes.get(code)"
            :key="column.id + product.sku"
            v-bind="cellOf(code, column, index)"
            @variants="emit('variants')"
          />
        </template>
      </ValueRow>
      <p v-if="g.folded.length" class="px-5 pt-1">
        <button type="button" class="plain" @click="unfold(g.folded)">
          {{ g.folded.length }} more without a value
        </button>
      </p>
      <SearchResult
        v-if="g.shown.includes('search-title') || g.folded.includes('search-title')"
        :sku="product.sku"
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
        <small v-if="product.variants.length"
          ><button type="button" class="plain" @click="emit('variants')">
            {{ countShown(product.variants.length, 'variant') }}
          </button></small
        >
      </div>
      <RelationList :product="product" :disabled="!session.mayEdit" @patch="emit('patch', $event)" />
    </section>
  </div>
</template>

<style scoped>
.editions {
  position: sticky;
  z-index: 5;
  top: 0;
  padding-block: 5px;
  border-bottom: 1px solid var(--hair-strong);
  background: var(--sheet);
  font-size: 12.5px;
  font-weight: 600;
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
