import { describe, expect, it } from 'vitest'
import { Joi, type AnyOf } from '@contracts/schema'
import { validate } from '@contracts/validation'

const told = (schema: AnyOf, sent: unknown) => validate(schema, sent).errors.map((e) => `${e.path}: ${e.message}`)
const field = (schema: AnyOf, value: unknown) => told(Joi.object({ field: schema }), { field: value })[0]

describe('what is wrong with what was sent', () => {
  it.each<[string, AnyOf, unknown, string]>([
    ['nothing where there has to be something', Joi.string().required(), undefined, 'This is required.'],
    ['a choice that there is not', Joi.string().valid('shop', 'all'), 'x', 'This has to be one of: “shop”, “all”.'],
    ['a number for a text', Joi.string(), 5, 'This has to be a text.'],
    ['an empty text', Joi.string(), '', 'This must not be empty.'],
    ['a text that is too short', Joi.string().min(2), 'a', 'This needs at least 2 characters.'],
    ['a text that is too long', Joi.string().max(1), 'ab', 'This can have 1 character at most.'],
    ['a text of another length', Joi.string().length(3), 'ab', 'This has to have 3 characters.'],
    ['spaces around a text', Joi.string().trim(), ' a', 'This must not begin or end with a space.'],
    ['a text for a number', Joi.number(), '5', 'This has to be a number.'],
    ['a part for a whole', Joi.number().integer(), 1.5, 'This has to be a whole number.'],
    ['too small a number', Joi.number().min(1), 0, 'This has to be 1 or more.'],
    ['too large a number', Joi.number().max(9), 10, 'This has to be 9 or less.'],
    ['a number that is not exact', Joi.number(), 2 ** 60, 'This number is too large.'],
    ['a text for yes or no', Joi.boolean(), 'yes', 'This has to be true or false.'],
    ['a text for a list', Joi.array().items(Joi.string()), 'a', 'This has to be a list.'],
    ['too short a list', Joi.array().items(Joi.string()).min(1), [], 'This needs at least 1 entry.'],
    ['too long a list', Joi.array().items(Joi.string()).max(1), ['a', 'b'], 'This can have 1 entry at most.'],
    ['a text for an object', Joi.object({}), 'a', 'This has to be an object.'],
  ])('is said of %s', (_what, schema, value, sentence) => {
    expect(field(schema, value)).toBe(`field: ${sentence}`)
  })

  it('names the place, in lists too and within what it is a part of', () => {
    const schema = Joi.object({ rows: Joi.array().items(Joi.object({ sku: Joi.string().required() })) })
    const sent = { rows: [{ sku: 'A' }, {}], more: 1 }
    expect(told(schema, sent)).toEqual(['rows[1].sku: This is required.', 'more: There is no such field.'])
    expect(validate(schema, sent, { inside: 'body' }).errors.map((e) => e.path)).toEqual([
      'body.rows[1].sku',
      'body.more',
    ])
  })

  it('is all of it, and nothing is converted unless that is asked for', () => {
    const schema = Joi.object({ n: Joi.number().required(), yes: Joi.boolean().required() })
    const sent = { n: '5', yes: 'true' }
    expect(told(schema, sent)).toHaveLength(2)
    expect(validate(schema, sent, { convert: true })).toEqual({ value: { n: 5, yes: true }, errors: [] })
  })
})
