import { carriedOver, type FillInline } from '../attributes/carry'
import { attributeTypes, checkedValue } from '../attributes/types/registry'
import { ValueProblem } from '../attributes/types/shape'
import type { Attribute, Value } from '../attributes/attribute'
import { valuePath } from '../catalogue/patch'
import { compilePattern } from '../attributes/allowed'
import { convert, type Measure } from '../units/canonical'
import { findUnit } from '../units/registry'
import type { BulkChange, BulkKind, BulkName, BulkProblem, MakeContext } from './shape'
import { letterCases, withCase } from './letters'

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
    fits: (a) => !['field:status', 'field:kind'].includes(a.code),
    check: () => [],
    make: () => null,
    title: (label) => `Cleared ${label}`,
  },
  append: {
    label: 'Append',
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
    fits: listed,
    check: checkValue,
    make: (now, change) => [...((now as string[] | null) ?? []), ...(change.value as string[])],
    title: (label, change, shown) => `Added ${shown(change.value)} to ${label}`,
  },
  remove: {
    label: 'Remove',
    fits: listed,
    check: checkValue,
    make: (now, change) =>
      ((now as string[] | null) ?? []).filter((code) => !(change.value as string[]).includes(code)),
    title: (label, change, shown) => `Removed ${shown(change.value)} from ${label}`,
  },
  replace: {
    label: 'Find and replace',
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
    title: (label, change, _shown, setup) =>
      `Filled ${label} from ${setup.attributes.get(change.from!.attribute)?.labels[setup.source] ?? change.from!.attribute}`,
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
    fits: written,
    check: (change) =>
      change.how && letterCases.includes(change.how) ? [] : [{ path: 'how', message: 'Choose a letter case.' }],
    make: (now, change, attribute, _source, { language }) =>
      now === null ? null : attributeTypes[attribute.type].mapWords!(now, withCase(change.how!, language)),
    title: (label, change) => `Changed the case of ${label}: ${change.how!}`,
  },
  convert: {
    label: 'Convert the unit',
    fits: (a) => attributeTypes[a.type].hasUnit === true,
    check: (change, attribute) =>
      change.unit !== undefined && findUnit(change.unit)?.family === attribute.family
        ? []
        : [{ path: 'unit', message: `Choose a unit of ${attribute.family ?? 'it'}.` }],
    make: (now, change) =>
      now === null ? null : { value: convert(now as Measure, change.unit!), unit: findUnit(change.unit!)!.symbol },
    title: (label, change) => `Converted ${label} into ${change.unit!}`,
  },
}
