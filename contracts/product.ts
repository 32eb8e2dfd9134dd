import { Joi, type Infer } from './schema'
import { local } from './local'
import { priorityBody } from './prices'
import { mostOfPart } from '@core/imports/packed'
import { productKinds, productStatuses, relationKinds, type Product, type Relation } from '@core/catalogue/model'
import { translationStates, type TranslationState } from '@core/translation/state'
import type { Measure } from '@core/units/canonical'
import type { Resolved } from '@core/values/resolve'
import type { StoredValue } from '@core/attributes/attribute'

const related = Joi.string().max(64).required()

export const code = Joi.string().pattern(/^[a-z0-9][a-z0-9-]{0,79}$/, 'a code of small letters, digits and hyphens')

/**
 * A value to set: the attribute, its scope, the value (null clears), and the value that was seen, if it may only
 * replace that.
 */
export const valueBody = Joi.object({
  attribute: Joi.string().required(),
  storefront: Joi.string().allow(null),
  language: Joi.string().allow(null),
  value: Joi.any().required(),
  base: Joi.any(),
  state: Joi.string().valid(...translationStates),
  unread: Joi.boolean().description('Of a translation: a machine wrote it and no person has confirmed it.'),
})
export type ValueBody = Infer<typeof valueBody>

/** The body of `PATCH /api/products/{sku}`. */
export const productPatchBody = Joi.object({
  type: Joi.string(),
  category: Joi.string().allow(null),
  categories: Joi.array().items(Joi.string()).max(50).unique(),
  brand: Joi.string().allow(null),
  tags: Joi.array().items(Joi.string().trim().min(1).max(80)).max(100),
  status: Joi.string().valid(...productStatuses),
  kind: Joi.string().valid(...productKinds),
  gtin: Joi.string().allow(null),
  stock: Joi.number().integer().min(0).allow(null),
  availableFrom: Joi.string()
    .isoDate()
    .pattern(/^\d{4}-\d\d-\d\d$/, 'a date')
    .allow(null),
  minimum: Joi.number().integer().min(1).max(1_000_000).allow(null),
  differsIn: Joi.array().items(Joi.string()).max(10).unique(),
  relations: Joi.array()
    .items(
      Joi.alternatives(
        Joi.object({
          kind: Joi.string()
            .valid(...relationKinds.filter((kind) => kind !== 'part'))
            .required(),
          sku: related,
        }),
        Joi.object({
          kind: Joi.string().valid('part').required(),
          sku: related,
          quantity: Joi.number()
            .integer()
            .min(2)
            .max(mostOfPart)
            .description('How many of it the set holds; without it, one.'),
        }),
      ),
    )
    .max(500)
    .unique((a: Relation, b: Relation) => a.kind === b.kind && a.sku === b.sku),
  carried: Joi.object()
    .pattern(Joi.string().max(80), Joi.string().allow('').max(1000))
    .max(200)
    .description('Data from other systems, stored unchanged.'),
  range: Joi.array()
    .items(
      Joi.object({
        storefront: Joi.string().required(),
        groups: Joi.array().items(Joi.string()).default([]),
        from: local.default(null),
        to: local.default(null),
      }),
    )
    .max(200),
  bases: Joi.object()
    .pattern(Joi.string().max(100), Joi.any())
    .max(200)
    .description(
      'What was seen of the fields, base prices (`price@uk`) and `specials` that are changed: where it is another by ' +
        'now, nothing is written (412).',
    ),
  values: Joi.array().items(valueBody).max(2000),
  prices: Joi.array()
    .items(
      Joi.object({
        storefront: Joi.string().required(),
        amount: Joi.number().min(0).max(9_999_999_999).precision(4).allow(null).required(),
      }),
    )
    .max(100),
  specials: Joi.array()
    .items(
      Joi.object({
        storefront: Joi.string().required(),
        group: Joi.string().allow(null).default(null),
        from: local.default(null),
        to: local.default(null),
        quantity: Joi.number()
          .integer()
          .min(1)
          .max(1_000_000)
          .default(1)
          .description('From how many items on it holds.'),
        priority: priorityBody,
        amount: Joi.number().min(0).max(9_999_999_999).precision(4).required(),
      }),
    )
    .max(500),
})
export type ProductPatchBody = Infer<typeof productPatchBody>

/** A row of the catalogue list. */
export interface ListedProduct {
  sku: string
  name: string | null
  nameLanguage: string | null
  type: string
  category: string | null
  brand: string | null
  status: string
  gtin: string | null
  stock: number | null
  price: number | null
  variants: number
  picture: string | null
}

/** What the variants of a product hold of an attribute that each has for itself. */
export interface VariantValues {
  /** The different values as a shopper of the edition reads them, choices in their order; so many at most. */
  shown: string[]
  /** How many different values there are. */
  different: number
  /** How many variants have none, and how many variants there are. */
  missing: number
  of: number
}

/** The fields that variants have each for themselves, taken together. */
export interface VariantTotals {
  of: number
  gtins: number
  /** How many of them have a stock, and what it comes to. */
  stocked: number
  stock: number
}

/** What a resolved value looks like on the wire. */
export interface ResolvedDocument extends Resolved {
  /** As a shopper of the edition reads it; null where there is no value. */
  shown: string | null
  /** Whether the product's type asks for it in the storefront. */
  required: boolean
  /** Of measures of the package: in the units of the storefront's carrier, where it stands in others. */
  forCarrier: Measure | null
  /** Of a product with variants, and an attribute that differs by variant: what those hold; null otherwise. */
  onVariants: VariantValues | null
}

/** A stored value with its scope. */
export interface ValueDocument extends StoredValue {
  /** Of a translation: how far it is. */
  state?: TranslationState
  /** Whether a machine wrote it and no person has confirmed it. */
  unread?: true
}

/** That a product was changed, once for each step that changed it. */
export interface ChangedProduct {
  sku: string
  /** When the step began. */
  changed: string
  /** Whether there is no such product any more. */
  removed: boolean
}

/** What was changed, in the order in which it was stored. */
export interface ChangedProducts {
  items: ChangedProduct[]
  /** Where to go on now; null at the end. */
  next: string | null
  /** Where to go on later. */
  cursor: string
}

/** A page of the catalogue, with how many products there are in all. */
export interface ProductList {
  items: ListedProduct[]
  next: string | null
  count: number
}

/** Something that names products: a record, or another product by a relation. */
export interface ProductReference {
  kind: 'assignment' | 'list' | 'relation' | 'own-piece'
  code: string
  name: string
  /** The products that it names. */
  skus: string[]
}

/** What deleting products does, or would do. */
export interface RemovalReport {
  products: number
  variants: number
  /** The first of them. */
  skus: string[]
  /** The first of what names them, which they are taken out of. */
  references: ProductReference[]
  referenceCount: number
  /** The step under which it stands in the history; null of a preview. */
  step: number | null
}

/** Products that were asked for by SKU, and the SKUs that there are not. */
export interface ProductBatch {
  items: ProductDocument[]
  missing: string[]
}

/** A product with every stored value by scope, as it crosses the wire. */
export interface ProductDocument extends Omit<Product, 'lists' | 'created' | 'changed' | 'values'> {
  created: string
  changed: string
  values: ValueDocument[]
  /** Of a parent: the SKUs of its variants. */
  variants: string[]
}

/** A product after a change was undone; what was changed again since is skipped, by path. */
export interface UndoneChange {
  skipped: string[]
  document: ProductDocument
}

export interface SavedVariants {
  made: number
  changed: number
  document: ProductDocument
}

export interface ResolvedValues {
  sku: string
  storefront: string
  language: string
  items: ResolvedDocument[]
  /** Of a product with variants; null otherwise. */
  variants: VariantTotals | null
}

/** SKUs of a list as products have them, each once; and those that no product has, as they were written. */
export interface KnownSkus {
  skus: string[]
  unknown: string[]
}
