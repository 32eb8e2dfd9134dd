import { Joi, type AnySchema, type ObjectSchema } from './schema'
import { local } from './local'
import { attributeTypeNames, servings, type Attribute, type ProductType, type Value } from '@core/attributes/attribute'
import type { Campaign } from '@core/assignments/campaign'
import type { Assignment } from '@core/assignments/assignment'
import type { Category, NamedList, Storefront } from '@core/catalogue/model'
import { formats, type HouseStyle } from '@core/house-style/style'
import { pictureViews } from '@core/media/item'
import { blockFieldTypes, type BlockKind } from '@core/page/block-kind'
import { areaForms, builtInParts, looks, plainLayout } from '@core/page/layout'
import { pieceKinds, type Piece, type PieceText, type QuestionSet } from '@core/page/piece'
import { signNames } from '@core/page/signs'
import { translationStates } from '@core/translation/state'
import type { MenuEntry } from '@core/page/phrases'
import type { Condition, NamedRule } from '@core/rules/condition'
import type { Labels } from '@core/language/labels'
import { families, unitsOf, type UnitFamily } from '@core/units/registry'
import { code } from './product'
import { pageAddresses, releaseRules } from './storefront'

const labels = Joi.object().pattern(Joi.string(), Joi.string().allow('').max(500)).default({})
const skus = Joi.array().items(Joi.string().max(64)).max(100_000).default([])

const area = Joi.string().pattern(/^[a-z][a-z0-9-]{0,39}$/, 'an area such as details')
const order = Joi.number().integer().min(-100_000).max(100_000)
/** At which headings a description is split. */
const splitPattern = Joi.object({
  levels: Joi.array()
    .items(Joi.number().valid(2, 3, 4))
    .unique()
    .default([]),
  except: Joi.array().items(Joi.string().trim().lowercase().max(300)).max(200).default([]),
})
const split = splitPattern.allow(null).default(null)

export const limitsRecord = Joi.object({
  storefronts: Joi.array().items(Joi.string()).default([]),
  languages: Joi.array().items(Joi.string()).default([]),
  groups: Joi.array().items(Joi.string()).default([]),
  from: local.default(null),
  to: local.default(null),
  campaign: code.allow(null).default(null),
}).default({ storefronts: [], languages: [], groups: [], from: null, to: null, campaign: null })

export const attributeRecord: ObjectSchema<Attribute> = Joi.object({
  code: code.required(),
  type: Joi.string()
    .valid(...attributeTypeNames)
    .required(),
  labels,
  help: labels,
  family: Joi.string()
    .valid(...(Object.keys(families) as UnitFamily[]))
    .allow(null)
    .default(null)
    .when('type', { is: 'measure', then: Joi.invalid(null).required() }),
  unit: Joi.string().allow(null).default(null),
  options: Joi.array()
    .items(
      Joi.object({
        code: Joi.string()
          .pattern(/^[A-Za-z0-9][A-Za-z0-9_-]{0,79}$/, 'an option code')
          .required(),
        labels,
        swatch: Joi.string()
          .pattern(/^#[0-9a-f]{6}$/, 'a colour such as #2f5d4a')
          .description('Of colours: what it looks like.'),
      }),
    )
    .unique('code')
    .max(2000)
    .default([]),
  translatable: Joi.boolean().default(false),
  perStorefront: Joi.boolean().default(false),
  serves: Joi.array()
    .items(Joi.string().valid(...servings))
    .unique()
    .default(['facts']),
  allowed: Joi.object({
    least: Joi.any<Value | null>().default(null),
    most: Joi.any<Value | null>().default(null),
    pattern: Joi.string().max(500).allow(null).default(null),
  })
    .allow(null)
    .default(null),
})

export const productTypeRecord: ObjectSchema<ProductType> = Joi.object({
  code: code.required(),
  labels,
  groups: Joi.array()
    .items(Joi.object({ code: code.required(), labels }))
    .unique('code')
    .default([]),
  attributes: Joi.array()
    .items(
      Joi.object({
        attribute: code.required(),
        group: code.required(),
        required: Joi.boolean().default(false),
        requiredIn: Joi.array().items(Joi.string()).unique().default([]),
        requiredWhere: Joi.any<Condition | null>().default(null).description('A condition over products.'),
        perVariant: Joi.boolean().default(false),
        default: Joi.any<Value | null>().default(null),
        notApplicable: labels.description('What shoppers read where it is stated not to apply; without it, nothing.'),
      }),
    )
    .unique('attribute')
    .default([]),
  views: Joi.array()
    .items(Joi.string().valid(...pictureViews))
    .unique()
    .default([]),
  split: split.description('Where descriptions are split into parts of the page; null leaves that to the storefront.'),
})

export const categoryRecord: ObjectSchema<Category & { position?: number }> = Joi.object({
  code: code.required(),
  parent: code.allow(null).default(null),
  names: labels,
  type: code.allow(null).default(null),
  position: Joi.number().integer().min(0).description('Its place among the categories beside it; the last without.'),
})

const bounds = Joi.object({
  least: Joi.number().min(0).allow(null).default(null),
  most: Joi.number().min(0).allow(null).default(null),
})
const words = Joi.array().items(Joi.string().trim().min(1).max(120)).max(2000)
/** A house style rule set; null is every field, storefront or language. */
export const houseStyleRecord: ObjectSchema<HouseStyle> = Joi.object({
  code: code.required(),
  field: code.allow(null).default(null),
  storefront: Joi.string().allow(null).default(null),
  language: Joi.string().max(35).allow(null).default(null).description('A tag such as fr, which holds for fr-CH too.'),
  settings: Joi.object({
    characters: bounds,
    words: bounds,
    pixels: bounds,
    typeSize: Joi.number().integer().min(8).max(40),
    points: bounds,
    banned: words,
    avoid: words,
    preferred: Joi.array()
      .items(Joi.object({ use: Joi.string().trim().min(1).max(120).required(), insteadOf: words.min(1).required() }))
      .max(2000),
    variantWords: Joi.boolean(),
    without: Joi.array()
      .items(Joi.string().valid(...formats))
      .unique(),
    hosts: Joi.array().items(Joi.string().hostname()).unique().max(500),
    ease: Joi.number().min(-100).max(120),
    voice: Joi.string().allow('').max(5000),
  }).default({}),
})

export const listRecord: ObjectSchema<NamedList> = Joi.object({
  code: code.required(),
  name: Joi.string().trim().min(1).max(120).required(),
  note: Joi.string().allow('').max(1000).default(''),
  skus,
})

/** Products that come into a named list or leave it: by SKU, or everything that a condition finds. */
export const listChangeBody = Joi.object({
  add: skus,
  remove: skus,
  addFound: Joi.any().description('A condition; everything that it finds comes into the list.'),
  lens: Joi.object({ storefront: Joi.string(), group: Joi.string().allow(null), at: Joi.string().isoDate() }),
})

/** One of the ways in which a part of the look can be drawn. */
const drawn = <const W extends readonly string[]>(ways: W) =>
  Joi.string()
    .valid(...ways)
    .required()
const look = Joi.object({
  spacing: drawn(looks.spacing),
  line: drawn(looks.line),
  corner: drawn(looks.corner),
  emphasis: drawn(looks.emphasis),
})

/** What a storefront's product page is made of. */
export const layoutRecord = Joi.object({
  off: Joi.boolean().default(false).description('Whether pieces are switched off as a whole.'),
  areas: Joi.array()
    .items(
      Joi.object({
        area: area.required(),
        name: Joi.string().allow('').max(80).default(''),
        as: Joi.string()
          .valid(...areaForms)
          .default('plain'),
        limit: Joi.number().integer().min(1).max(1000).allow(null).default(null),
        needed: Joi.boolean().default(false),
      }),
    )
    .unique('area')
    .max(40)
    .default(plainLayout('tabs', []).areas),
  parts: Joi.array()
    .items(
      Joi.object({
        part: Joi.string()
          .valid(...builtInParts)
          .required(),
        area: area.required(),
        order: order.required(),
        titles: labels,
      }),
    )
    .unique('part')
    .default([]),
  exceptions: Joi.array()
    .items(
      Joi.object({
        name: Joi.string().trim().min(1).max(120).required(),
        rule: Joi.any<Condition>().required().description('A condition over products.'),
        change: Joi.alternatives(
          Joi.object({
            part: Joi.string()
              .valid(...builtInParts)
              .required(),
            hide: Joi.boolean().valid(true).required(),
          }),
          Joi.object({
            part: Joi.string()
              .valid(...builtInParts)
              .required(),
            area: area.required(),
            order: order.required(),
          }),
          Joi.object({
            area: area.required(),
            as: Joi.string()
              .valid(...areaForms)
              .required(),
          }),
          Joi.object({ split: splitPattern.required() }),
        ).required(),
      }),
    )
    .max(500)
    .default([]),
  split,
  look: look.default(plainLayout('tabs', []).look),
})

const menuEntry: ObjectSchema<MenuEntry> = Joi.object({
  code: code.required(),
  names: labels,
  to: Joi.alternatives(
    Joi.object({ category: code.required() }),
    Joi.object({ page: code.required() }),
    Joi.object({ address: Joi.string().max(500).required() }),
  )
    .allow(null)
    .default(null)
    .description('A category or standing page lends its name where the entry has none.'),
  children: Joi.array().items(Joi.link<MenuEntry>('#menu-entry')).max(200).default([]),
}).id('menu-entry')

// Reading it makes labels of a plain string, so that labels are what the record has.
const fact = Joi.alternatives(
  Joi.string().allow('').max(500),
  Joi.object().pattern(Joi.string().max(35), Joi.string().allow('').max(500)),
) as AnySchema<Labels, string | Labels>

/** A unit of a family, by its symbol. */
const unitOf = (family: UnitFamily) => Joi.string().valid(...unitsOf(family).map((unit) => unit.symbol))

export const storefrontRecord: ObjectSchema<Storefront> = Joi.object({
  code: Joi.string()
    // Under /delivery, what follows `media` is a picture or a file.
    .pattern(/^(?!media$)[a-z][a-z0-9-]{0,19}$/, 'a storefront code')
    .required(),
  name: Joi.string().max(80).required(),
  currency: Joi.string()
    .pattern(/^[A-Z]{3}$/, 'an ISO 4217 code')
    .required(),
  timeZone: Joi.string().required(),
  colour: Joi.string()
    .pattern(/^#[0-9a-f]{6}$/, 'a colour such as #7a2e4d')
    .allow('')
    .default('')
    .description('The colour that marks it in the interface; without one, it has the next of a row.'),
  carrierUnits: Joi.object({
    mass: unitOf('mass').required(),
    length: unitOf('length').required(),
  })
    .allow(null)
    .default(null)
    .description('In which units its carrier takes the measures of packages; null leaves them as they were entered.'),
  addresses: pageAddresses,
  releasing: releaseRules,
  editions: Joi.array()
    .items(
      Joi.object({
        language: Joi.string().required(),
        borrow: Joi.array().items(Joi.string()).default([]),
        asks: Joi.string()
          .valid(...translationStates)
          .default('translated')
          .description('The least state that translations need before they are fit to release.'),
        acceptsUnread: Joi.boolean()
          .default(false)
          .description('Whether machine translations that no person has confirmed are fit to release.'),
      }),
    )
    .min(1)
    .unique('language')
    .required(),
  facts: Joi.object()
    .pattern(/^[a-z0-9-]+$/, fact)
    .default({})
    .description(
      'Facts that texts may name, by language; zxx is the same in every language, a plain string the source’s text.',
    ),
  pages: Joi.array()
    .items(
      Joi.object({
        code: code.required(),
        name: Joi.string().trim().min(1).max(120).required(),
        titles: labels,
        bodies: Joi.object().pattern(Joi.string(), Joi.string().allow('').max(200_000)).default({}),
      }),
    )
    .unique('code')
    .max(50)
    .default([]),
  addedPhrases: Joi.array()
    .items(
      Joi.object({
        code: code.required(),
        note: Joi.string().trim().max(200).required().description('Where a shopper meets it.'),
        counted: Joi.boolean().default(false).description('Whether it holds a number, written {n}.'),
      }),
    )
    .max(200)
    .default([])
    .description('Phrases of its own, beside those that every storefront has; their wordings stand in “phrases”.'),
  phrases: Joi.object()
    .pattern(
      code,
      Joi.object().pattern(
        Joi.string(),
        Joi.object().pattern(
          Joi.string().valid('zero', 'one', 'two', 'few', 'many', 'other'),
          Joi.string().trim().min(1).max(300),
        ),
      ),
    )
    .default({})
    .description('By phrase, language and plural category of CLDR.'),
  menu: Joi.array().items(menuEntry).max(200).default([]),
  layout: layoutRecord.required(),
})

export type PieceTextRecord = PieceText
export type PieceRecord = Piece

const stateOf = Joi.string().valid(...translationStates)
export const pieceRecord: ObjectSchema<PieceRecord> = Joi.object({
  code: code.required(),
  kind: Joi.string()
    .valid(...pieceKinds)
    .required(),
  name: Joi.string().trim().min(1).max(200).required(),
  note: Joi.string().allow('').max(5000).default(''),
  needed: Joi.array()
    .items(Joi.string().pattern(/^(attribute|storefront):[a-z0-9-]+$/, 'an address such as attribute:weight'))
    .unique()
    .default([]),
  tags: Joi.array().items(Joi.string().trim().min(1).max(60)).unique().max(50).default([]),
  owner: Joi.string().allow('').max(200).default(''),
  sign: Joi.string()
    .valid(...signNames)
    .allow(null)
    .default(null),
  takes: code.allow(null).default(null).description('The attribute of the product that the body is taken from.'),
  blockKind: code.allow(null).default(null).description('Of blocks: the kind whose fields it fills.'),
  own: Joi.object({
    sku: Joi.string().max(64).required(),
    area: area.default('details'),
    order: order.default(100),
    limits: limitsRecord,
    resting: Joi.boolean().default(false),
  })
    .allow(null)
    .default(null)
    .description('Of a piece that one product has for itself: where it stands.'),
  texts: Joi.array()
    .items(
      Joi.object({
        storefront: Joi.string().allow(null).default(null),
        language: Joi.string().required(),
        title: Joi.string().allow('').max(300).default(''),
        body: Joi.string().allow('').max(200_000).default(''),
        entries: Joi.array()
          .items(Joi.object().pattern(Joi.string(), Joi.string().allow('').max(20_000)))
          .max(100),
        states: Joi.object({ title: stateOf, body: stateOf }),
        unread: Joi.object({ title: Joi.boolean(), body: Joi.boolean() }).description(
          'Of a translation, by part: whether a machine wrote it and no person has confirmed it.',
        ),
        sources: Joi.object({ title: Joi.string().hex().length(64), body: Joi.string().hex().length(64) }),
      }),
    )
    .unique((a: PieceText, b: PieceText) => a.language === b.language && a.storefront === b.storefront)
    .default([]),
})

export const reachRecord = Joi.object({
  base: Joi.string().valid('everything', 'rule', 'chosen').required(),
  rule: Joi.any<Condition | null>().default(null).description('Of base “rule”: a condition over products.'),
  chosen: skus,
  added: skus,
  leftOut: skus,
  eachVariant: Joi.boolean().default(false),
})

export const questionSetRecord: ObjectSchema<QuestionSet> = Joi.object({
  code: code.required(),
  name: Joi.string().trim().min(1).max(200).required(),
  note: Joi.string().allow('').max(5000).default(''),
  questions: Joi.array().items(code).unique().max(500).default([]),
})

export const blockKindRecord: ObjectSchema<BlockKind> = Joi.object({
  code: code.required(),
  name: Joi.string().trim().min(1).max(120).required(),
  many: Joi.boolean().default(false),
  fields: Joi.array()
    .items(
      Joi.object({
        code: code.required(),
        type: Joi.string()
          .valid(...blockFieldTypes)
          .required(),
        labels,
      }),
    )
    .unique('code')
    .min(1)
    .max(40)
    .required(),
})

export const namedRuleRecord: ObjectSchema<NamedRule> = Joi.object({
  code: code.required(),
  name: Joi.string().trim().min(1).max(120).required(),
  note: Joi.string().allow('').max(5000).default(''),
  rule: Joi.any<Condition>().required().description('A condition over products.'),
})

export const campaignRecord: ObjectSchema<Campaign> = Joi.object({
  code: code.required(),
  name: Joi.string().trim().min(1).max(120).required(),
  note: Joi.string().allow('').max(5000).default(''),
  storefronts: Joi.array().items(Joi.string()).unique().default([]),
  from: local.default(null),
  to: local.default(null),
})

export type AssignmentRecord = Omit<Assignment, 'number'> & { number?: number }

export const assignmentRecord: ObjectSchema<AssignmentRecord> = Joi.object({
  code: code.required(),
  number: Joi.number().integer().description('Given once; ignored on writing.'),
  name: Joi.string().trim().min(1).max(200).required(),
  pieces: Joi.array().items(code).max(100).unique().default([]),
  sets: Joi.array().items(code).max(100).unique().default([]),
  reach: reachRecord.required(),
  limits: limitsRecord,
  area: area.default('details'),
  order: order.default(100),
  replaces: code.allow(null).default(null).description('The piece whose place it takes; it brings exactly one then.'),
  resting: Joi.boolean().default(false),
})
