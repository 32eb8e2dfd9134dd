import { Joi, type ObjectSchema } from './schema'

/** What shoppers did, as a shop tells it: which fields each type needs, and which it may have. A new type is an entry. */
const ofType = {
  view: { needs: ['sku'], may: [] },
  click: { needs: ['sku'], may: [] },
  basket: { needs: ['sku'], may: ['quantity'] },
  order: { needs: ['lines'], may: [] },
} as const satisfies Record<string, { needs: readonly Field[]; may: readonly Field[] }>
type Field = 'sku' | 'quantity' | 'lines'
const fieldNames = ['sku', 'quantity', 'lines'] as const satisfies Field[]
export type ShopEventType = keyof typeof ofType
export const shopEventTypes = Object.keys(ofType) as ShopEventType[]

/** How many of a product an order has. */
export interface OrderLine {
  sku: string
  quantity: number
}

/** Something that a shopper did. */
export interface ShopEvent {
  /** By what the shop knows it: told twice, it counts once. */
  key: string
  type: ShopEventType
  /** An RFC 3339 moment. */
  at: string
  /** A random code that the shop made for a shopper who agreed to it. */
  visitor: string
  language?: string
  /** The product that was looked at, chosen or put into the basket. */
  sku?: string
  /** How many were put into the basket. */
  quantity?: number
  /** What was ordered. */
  lines?: OrderLine[]
}

/** What became of events that a shop told of. */
export interface TakenEvents {
  /** How many are new. */
  taken: number
  /** How many were told before. */
  repeated: number
  /** SKUs that no product has: what was told of them counts for none. */
  unknown: string[]
}

const sku = Joi.string().min(1).max(200)
const quantity = Joi.number().integer().min(1).max(100_000)
const line = Joi.object({ sku: sku.required(), quantity: quantity.default(1) })

/** What is wrong with the fields that an event has; undefined where nothing is. */
function problemOfFields(event: ShopEvent): string | undefined {
  const needs: readonly Field[] = ofType[event.type].needs
  const may: readonly Field[] = ofType[event.type].may
  const missing = needs.find((field) => event[field] === undefined)
  if (missing !== undefined) return `“${event.type}” needs “${missing}”.`
  const strange = fieldNames.find(
    (field) => event[field] !== undefined && !needs.includes(field) && !may.includes(field),
  )
  return strange && `“${event.type}” has no “${strange}”.`
}

/** So many events are taken at a time. */
export const mostEvents = 1000

export const shopEvents: ObjectSchema<{ items: ShopEvent[] }> = Joi.object({
  items: Joi.array()
    .items(
      Joi.object({
        key: Joi.string()
          .min(1)
          .max(100)
          .required()
          .description('By what the shop knows the event. Sent again, it counts once.'),
        type: Joi.string()
          .valid(...shopEventTypes)
          .required(),
        at: Joi.string().isoDate().required().description('When it happened, as an RFC 3339 moment.'),
        visitor: Joi.string()
          .pattern(/^[\w-]{8,64}$/, 'a code of 8 to 64 letters, digits, _ and -')
          .required()
          .description(
            'A random code, made for a shopper who agreed to it. Never a name, address or number of theirs.',
          ),
        language: Joi.string().max(35),
        sku: sku.description('The product, of a `view`, `click` or `basket`.'),
        quantity: quantity.description('How many, of a `basket`.'),
        lines: Joi.array()
          .items(line.required())
          .min(1)
          .max(500)
          .unique('sku')
          .description('What was ordered, of an `order`.'),
      })
        .custom((event: ShopEvent, helpers) => {
          const custom = problemOfFields(event)
          return custom === undefined ? event : helpers.message({ custom })
        })
        .required(),
    )
    .min(1)
    .max(mostEvents)
    .required(),
})
