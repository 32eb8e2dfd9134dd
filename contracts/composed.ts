import type { ComposedView } from '@core/composed/compose'
import { pageUses, type AnySection, type ComposedPage } from '@core/composed/page'
import { sectionKindNames, sectionKinds, type SectionKindName } from '@core/composed/sections/registry'
import type { DeliveredCard } from './delivery'
import { code } from './product'
import { limitsRecord } from './records'
import { Joi, type AnyOf, type ObjectSchema } from './schema'

const line = (most: number) => Joi.object().pattern(Joi.string().max(35), Joi.string().allow('').max(most)).default({})
const sku = Joi.string().max(64)

/** The last part of an address, in each language. */
const slugs = Joi.object()
  .pattern(
    Joi.string().max(35),
    Joi.string()
      .allow('')
      .max(100)
      .pattern(/^[\p{L}\p{N}]+(-[\p{L}\p{N}]+)*$/u, 'an address such as autumn-rides'),
  )
  .default({})

const link = Joi.alternatives(Joi.object({ sku: sku.required() }), Joi.object({ page: code.required() }))
  .allow(null)
  .default(null)

/** What sections of each kind hold. */
const holds = {
  hero: Joi.object({ picture: Joi.string().max(200).allow(null).default(null), link }),
  text: Joi.object({}),
  picture: Joi.object({ picture: Joi.string().max(200).allow(null).default(null) }),
  quotation: Joi.object({}),
  products: Joi.object({
    chosen: Joi.array().items(sku).unique().max(100).default([]),
    atLeast: Joi.number().integer().min(0).max(100).default(1),
    atMost: Joi.number().integer().min(1).max(100).default(12),
  }),
} satisfies Record<SectionKindName, AnyOf>

const textsOf = (kind: SectionKindName) =>
  Joi.object(
    Object.fromEntries(
      Object.entries(sectionKinds[kind].texts).map(([name, { type }]) => [
        name,
        line(type === 'rich-text' ? 50_000 : 300),
      ]),
    ),
  ).default()

/** A part of a section that differs from kind to kind. */
const byKind = (of: (kind: SectionKindName) => AnyOf): AnyOf =>
  sectionKindNames.reduceRight<AnyOf>(
    (otherwise, kind) => Joi.when('kind', { is: kind, then: of(kind), otherwise }),
    Joi.object({}),
  )

// Which texts and what it holds follows from its kind, which types cannot tell from the schema.
const section = Joi.object({
  code: code.required(),
  kind: Joi.string()
    .valid(...sectionKindNames)
    .required(),
  limits: limitsRecord,
  texts: byKind(textsOf),
  holds: byKind((kind) => holds[kind].default()),
}) as unknown as ObjectSchema<AnySection, unknown>

export const composedPageRecord: ObjectSchema<ComposedPage> = Joi.object({
  code: code.required(),
  name: Joi.string().trim().min(1).max(200).required(),
  note: Joi.string().allow('').max(5000).default(''),
  use: Joi.string()
    .valid(...pageUses)
    .default('landing'),
  resting: Joi.boolean().default(false),
  limits: limitsRecord,
  titles: line(200),
  slugs,
  searchTitles: line(200),
  searchDescriptions: line(500),
  afterwards: code.allow(null).default(null),
  sections: Joi.array().items(section).unique('code').max(60).default([]),
})

/** A composed page through a lens, as it would be from what is saved or typed now. */
export interface TriedComposedPage {
  view: ComposedView
  /** What rows show of their products, by SKU: those that the edition sells now. */
  cards: Record<string, DeliveredCard>
}
