import type { Attribute, AttributeTypeName, Value } from '../attributes/attribute'
import { isNotApplicable } from '../attributes/not-applicable'
import { attributeTypes } from '../attributes/types/registry'
import type { Family, Product, Setup } from '../catalogue/model'
import { scopeOfPath, valuePath } from '../catalogue/patch'
import { colourIn, labOfHex, nameOfColour } from '../media/colour-names'
import type { PhotoReading } from '../media/reading'
import { valuesFor } from '../page/values'
import type { PoolComparison } from '../pool/compare'
import type { Reader } from '../values/resolve'

/** Where a fact is from. */
export type FactSource = 'own' | 'default' | 'variants' | 'data-pool' | 'photo'

/** A fact that a draft may say, in the language and units of an edition. */
export interface DraftFact {
  attribute: string
  type: AttributeTypeName
  /** What it is called in the edition's language, and in the source language, in which instructions are written. */
  label: string
  called: string
  /** What it says, part by part: several choices are several. */
  parts: string[]
  /** The number in it, where it is one. */
  number: number | null
  /** Whether an inline value would say the same, so that the text follows the product. */
  inline: boolean
  source: FactSource
  /** The source in words: the item of the pool, the number of variants. */
  detail: string
}

/** A stored value that a draft was made from, so that one can see whether it has changed since. */
export interface MadeFrom {
  sku: string
  path: string
  value: Value
}

export interface GatheredFacts {
  facts: DraftFact[]
  madeFrom: MadeFrom[]
}

/** What else is known of a product beside its values. */
export interface Beside {
  photo?: PhotoReading | null
  /** The item of the data pool beside the product, and its GTIN. */
  pool?: { gtin: string; rows: readonly PoolComparison[] } | null
}

const isFact = (a: Attribute) =>
  attributeTypes[a.type].factWeight !== undefined &&
  a.code !== 'name' &&
  (a.serves.some((s) => s !== 'search' && s !== 'team') || attributeTypes[a.type].alwaysFact === true)

/** The parts of a value as a reader of the edition sees them. */
function partsOf(value: Value, attribute: Attribute, reader: Reader): string[] {
  const show = (v: Value) =>
    attributeTypes[attribute.type].display(v, attribute, { language: reader.edition.language, labels: reader.chain })
  return attributeTypes[attribute.type].options === 'several'
    ? (value as string[]).map((v) => show([v]))
    : [show(value)]
}

const numberOf = (value: Value): number | null =>
  typeof value === 'number'
    ? value
    : typeof value === 'boolean'
      ? Number(value)
      : typeof value === 'object' && 'unit' in value
        ? value.value
        : null

/**
 * The facts of a family's root in an edition, in the order of its type, each with its source: its own values, what the
 * type gives, what its variants offer, what the data pool says where it says nothing itself, and the colour of its
 * photo.
 */
export function gatherFacts(family: Family, reader: Reader, setup: Setup, { photo, pool }: Beside = {}): GatheredFacts {
  const { root, variants } = family
  const read = valuesFor(root, family, reader, setup)
  const facts: DraftFact[] = []
  const madeFrom: MadeFrom[] = []
  const add = (
    attribute: Attribute,
    value: Value,
    more: Pick<DraftFact, 'inline' | 'source' | 'detail'> & { parts?: string[] },
  ) => {
    const label = (languages: readonly string[]) =>
      languages.map((l) => attribute.labels[l]).find((l) => l) ?? attribute.code
    facts.push({
      attribute: attribute.code,
      type: attribute.type,
      label: label(reader.chain),
      called: label([setup.source]),
      parts: partsOf(value, attribute, reader),
      number: numberOf(value),
      ...more,
    })
  }
  for (const use of setup.types.get(root.type)?.attributes ?? []) {
    const attribute = setup.attributes.get(use.attribute)
    if (!attribute || !isFact(attribute)) continue
    const found = read(attribute.code)
    // What does not apply is nothing to write about.
    if (isNotApplicable(found?.value)) continue
    if (found && found.value !== null && found.counts) {
      add(attribute, found.value, { inline: true, source: found.origin === 'default' ? 'default' : 'own', detail: '' })
      if (found.owner !== null)
        madeFrom.push({ sku: root.sku, path: valuePath({ ...found, attribute: attribute.code }), value: found.value })
      continue
    }
    const offered = use.perVariant ? offeredBy(variants, family, attribute, reader, setup, madeFrom) : []
    if (offered.length > 0) {
      add(attribute, offered[0]!, {
        parts: [...new Set(offered.flatMap((v) => partsOf(v, attribute, reader)))],
        inline: false,
        source: 'variants',
        detail: `${variants.length} variants`,
      })
      continue
    }
    const row = pool?.rows.find(
      (r) => r.state === 'empty' && scopeOfPath(r.path ?? '')?.attribute === attribute.code && !attribute.translatable,
    )
    if (row) add(attribute, row.theirs as Value, { inline: false, source: 'data-pool', detail: pool!.gtin })
    else if (attribute.code === 'colour' && photo?.colours[0]) {
      const name = colourIn(nameOfColour(labOfHex(photo.colours[0].colour)!), reader.edition.language)
      facts.push({
        attribute: 'colour',
        type: attribute.type,
        label: attribute.labels[reader.edition.language] ?? 'colour',
        called: attribute.labels[setup.source] ?? 'colour',
        parts: [name],
        number: null,
        inline: false,
        source: 'photo',
        detail: photo.colours[0].colour,
      })
    }
  }
  return { facts, madeFrom }
}

function offeredBy(
  variants: readonly Product[],
  family: Family,
  attribute: Attribute,
  reader: Reader,
  setup: Setup,
  madeFrom: MadeFrom[],
): Value[] {
  const order = new Map(attribute.options.map((o, i) => [o.code, i]))
  const place = (v: Value) => order.get(String(v)) ?? 0
  // In the order of the options: S, M, L, and not L, M, S.
  return variants
    .flatMap((v) => {
      const found = valuesFor(v, family, reader, setup)(attribute.code)
      if (!found || found.value === null || !found.counts || isNotApplicable(found.value)) return []
      if (found.owner === 'product')
        madeFrom.push({ sku: v.sku, path: valuePath({ ...found, attribute: attribute.code }), value: found.value })
      return [found.value]
    })
    .sort((a, b) => place(a) - place(b))
}

const sourceWords: Record<FactSource, string> = {
  own: '',
  default: 'default of its type',
  variants: 'offered by',
  'data-pool': 'data pool, item',
  photo: 'seen in the photo',
}

/** A fact as a line: “Volume: 18 L”, with its source where it is not the product's own. */
export function factLine({ label, parts, source, detail }: DraftFact): string {
  return `${label}: ${parts.join(', ')}${source === 'own' ? '' : ` (${[sourceWords[source], detail].filter(Boolean).join(' ')})`}`
}
