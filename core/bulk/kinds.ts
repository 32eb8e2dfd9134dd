import { Decimal } from 'decimal.js'
import { carriedOver, type FillInline } from '../attributes/carry'
import { checkedValue } from '../attributes/checked-value'
import { attributeTypes } from '../attributes/types/registry'
import { ValueProblem } from '../attributes/types/shape'
import type { Attribute, Value } from '../attributes/attribute'
import type { Setup } from '../catalogue/model'
import { valuePath } from '../catalogue/patch'
import { compilePattern } from '../attributes/allowed'
import { convert, type Measure } from '../units/canonical'
import { findUnit } from '../units/registry'
import type { BulkChange, BulkKind, BulkName, BulkProblem, MakeContext } from './shape'
import { letterCases, withCase } from './letters'
import { specialOfShown, specialProblems, specialShown, withoutSpecials, withSpecial } from './specials'

/** Inline values as a shopper of the language reads them. Throws ValueProblem where the product has no such value. */
const fillFrom =
  ({ read }: MakeContext): FillInline =>
  (address) => {
    const [kind, code] = address.split(':', 2) as [string, string]
    const text = kind === 'attribute' ? read(code) : undefined
    if (text === undefined)
      throw new ValueProblem(
        'empty-value',
        `The text names “${code}”, which cannot be filled in here. Remove it, or fill it first.`,
      )
    return text
  }

const written = (a: Attribute) => attributeTypes[a.type].isText
const listed = (a: Attribute) => attributeTypes[a.type].options === 'several'

/** Checks that `value` is one that the attribute takes. */
function checkValue(change: BulkChange, attribute: Attribute): BulkProblem[] {
  try {
    return checkedValue(change.value, attribute) === null ? [{ path: 'value', message: 'Enter a value.' }] : []
  } catch (e) {
    if (!(e instanceof ValueProblem)) throw e
    return [{ path: 'value', message: e.message }]
  }
}

/** What is wrong with a pattern, or with the groups that its replacement names. */
function patternProblems(find: string, put: string): BulkProblem[] {
  try {
    const groups = compilePattern(find).groupCount()
    const odd = [...put.matchAll(/\\?\$(\d+)/g)].find((m) => !m[0].startsWith('\\') && Number(m[1]) > groups)
    return odd ? [{ path: 'with', message: `The pattern has ${groups} groups, so there is no ${odd[1]!}.` }] : []
  } catch (e) {
    return [{ path: 'find', message: (e as Error).message }]
  }
}

const placeholder = /\{([a-z0-9-]+)\}/g

/** How a value is taken from another field of the product. */
const fromField: Pick<BulkKind, 'fits' | 'check' | 'make'> = {
  fits: (a) => !a.code.startsWith('field:'),
  check(change, attribute, setup) {
    const from = change.from && setup.attributes.get(change.from.attribute)
    if (!from) return [{ path: 'from', message: 'Choose a field to fill from.' }]
    if (valuePath(change) === valuePath(change.from!))
      return [{ path: 'from', message: 'A field cannot be filled from itself.' }]
    return from.type === attribute.type || (written(from) && written(attribute))
      ? []
      : [
          {
            path: 'from',
            message: `“${from.code}” holds ${attributeTypes[from.type].label}, which “${attribute.code}” cannot take.`,
          },
        ]
  },
  make: (_now, change, attribute, source, context) =>
    source && carriedOver(source, attribute, change.inline === 'remove' ? () => '' : fillFrom(context)),
}
const sourceLabel = (change: BulkChange, setup: Setup) =>
  setup.attributes.get(change.from!.attribute)?.labels[setup.source] ?? change.from!.attribute

/** A number raised or lowered, exactly. */
function adjusted(now: number, { by, percent }: BulkChange): number {
  const n = new Decimal(now)
  return (percent ? n.plus(n.times(by!).div(100)) : n.plus(by!)).toNumber()
}

/** Every kind of bulk change there is. */
export const bulkKinds: Record<BulkName, BulkKind> = {
  set: {
    label: 'Set',
    fits: () => true,
    check: checkValue,
    make: (_now, change) => change.value,
    title: (label, change, shown) => `Set ${label} to ${shown(change.value)}`,
  },
  clear: {
    label: 'Clear',
    fits: () => true,
    check: () => [],
    make: () => null,
    title: (label) => `Cleared ${label}`,
  },
  append: {
    label: 'Append',
    changesValue: true,
    fits: written,
    check: checkValue,
    make(now, change, attribute) {
      const more = checkedValue(change.value, attribute)!
      if (now === null) return more
      if (Array.isArray(now)) return [...now, ...(more as string[])] as Value
      return `${String(now)}${attributeTypes[attribute.type].separator ?? ' '}${String(more)}`
    },
    title: (label, change, shown) => `Appended ${shown(change.value)} to ${label}`,
  },
  add: {
    label: 'Add',
    changesValue: true,
    fits: listed,
    check: checkValue,
    make: (now, change) => [...((now as string[] | null) ?? []), ...(change.value as string[])],
    title: (label, change, shown) => `Added ${shown(change.value)} to ${label}`,
  },
  remove: {
    label: 'Remove',
    changesValue: true,
    fits: listed,
    check: checkValue,
    make: (now, change) =>
      ((now as string[] | null) ?? []).filter((code) => !(change.value as string[]).includes(code)),
    title: (label, change, shown) => `Removed ${shown(change.value)} from ${label}`,
  },
  replace: {
    label: 'Find and replace',
    changesValue: true,
    fits: written,
    check: (change) => [
      ...(change.find ? [] : [{ path: 'find', message: 'Enter what to find.' }]),
      ...(change.find !== undefined && change.find === (change.with ?? '')
        ? [{ path: 'with', message: 'The two texts are the same.' }]
        : []),
      ...(change.pattern && change.find ? patternProblems(change.find, change.with ?? '') : []),
    ],
    make(now, change, attribute) {
      if (now === null) return null
      const pattern = change.pattern ? compilePattern(change.find!) : null
      return attributeTypes[attribute.type].mapWords!(now, (text) =>
        pattern
          ? pattern.matcher(text).replaceAll(change.with ?? '')
          : text.replaceAll(change.find!, () => change.with ?? ''),
      )
    },
    title: (label, change) => `Replaced “${change.find!}” with “${change.with ?? ''}” in ${label}`,
  },
  fill: {
    label: 'Fill from another field',
    ...fromField,
    title: (label, change, _shown, setup) => `Filled ${label} from ${sourceLabel(change, setup)}`,
  },
  move: {
    label: 'Move from another field',
    clearsSource: true,
    ...fromField,
    title: (label, change, _shown, setup) => `Moved ${sourceLabel(change, setup)} to ${label}`,
  },
  template: {
    label: 'Apply a template',
    fits: written,
    check(change, attribute, setup) {
      if (typeof change.value !== 'string' || change.value.trim() === '')
        return [{ path: 'value', message: 'Write the template; put other values in braces: {brand} {model}.' }]
      const odd = [...change.value.matchAll(placeholder)]
        .map((m) => m[1]!)
        .find((code) => code !== 'brand' && code !== 'sku' && (!setup.attributes.has(code) || code === attribute.code))
      return odd === undefined
        ? []
        : [
            {
              path: 'value',
              message:
                odd === attribute.code ? 'A field cannot be written from itself.' : `There is no attribute “${odd}”.`,
            },
          ]
    },
    make(_now, change, attribute, _source, context) {
      const filled = (change.value as string).replace(placeholder, (_m, code: string) => {
        const text = context.read(code)
        if (text === undefined)
          throw new ValueProblem('empty-value', `It has no “${code}” that the template could name.`)
        return text
      })
      return carriedOver({ value: filled, attribute: { ...attribute, type: 'long-text' } }, attribute)
    },
    title: (label, change) => `Wrote ${label} by the template “${String(change.value).slice(0, 60)}”`,
  },
  case: {
    label: 'Change case',
    changesValue: true,
    fits: written,
    check: (change) =>
      change.how && letterCases.includes(change.how) ? [] : [{ path: 'how', message: 'Choose a letter case.' }],
    make: (now, change, attribute, _source, { language }) =>
      now === null ? null : attributeTypes[attribute.type].mapWords!(now, withCase(change.how!, language)),
    title: (label, change) => `Changed the case of ${label}: ${change.how!}`,
  },
  convert: {
    label: 'Convert the unit',
    changesValue: true,
    fits: (a) => attributeTypes[a.type].hasUnit === true,
    check: (change, attribute) =>
      change.unit !== undefined && findUnit(change.unit)?.family === attribute.family
        ? []
        : [{ path: 'unit', message: `Choose a unit of ${attribute.family ?? 'it'}.` }],
    make: (now, change) =>
      now === null ? null : { value: convert(now as Measure, change.unit!), unit: findUnit(change.unit!)!.symbol },
    title: (label, change) => `Converted ${label} into ${change.unit!}`,
  },
  adjust: {
    label: 'Raise or lower',
    changesValue: true,
    fits: (a) => attributeTypes[a.type].ruleKind === 'number',
    check({ by, percent }) {
      if (by === undefined || by === 0) return [{ path: 'by', message: 'Enter by how much.' }]
      return percent && by <= -100 ? [{ path: 'by', message: 'Lower by less than 100 percent.' }] : []
    },
    make: (now, change, _attribute, _source, { rounded }) =>
      now === null ? null : rounded(adjusted(now as number, change)),
    title: (label, { by, percent }) =>
      `${by! > 0 ? 'Raised' : 'Lowered'} ${label} by ${Math.abs(by!)}${percent ? ' %' : ''}`,
  },
  'add-special': {
    label: 'Add a special price',
    fits: (a) => a.code === 'field:specials',
    check: (change, _attribute, setup) => specialProblems(change, setup),
    make: (now, change, _attribute, _source, { basePrice, setup }) =>
      withSpecial(now, { ...change.special!, storefront: change.storefront! }, basePrice, setup),
    title(_label, { special, storefront }, _shown, setup) {
      const { amount, percentOff, ...rest } = special!
      const of = { ...rest, storefront: storefront! }
      const shown =
        amount === undefined
          ? `${specialOfShown(of, setup)}: ${percentOff!} % off`
          : specialShown({ ...of, amount }, setup)
      return `Added a special price: ${shown}`
    },
  },
  'remove-specials': {
    label: 'Remove special prices',
    fits: (a) => a.code === 'field:specials',
    check: () => [],
    make: (now, change) => withoutSpecials(now, change.storefront),
    title: (_label, change, _shown, setup) =>
      change.storefront === null
        ? 'Removed all special prices'
        : `Removed the special prices in ${setup.storefronts.get(change.storefront)?.name ?? change.storefront}`,
  },
}
