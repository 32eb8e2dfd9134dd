import { carriedOver } from '../attributes/carry'
import { attributeTypes, checkedValue } from '../attributes/types/registry'
import { ValueProblem } from '../attributes/types/shape'
import type { Attribute, Value } from '../attributes/attribute'
import type { Setup } from '../catalogue/model'
import { valuePath } from '../catalogue/patch'
import type { BulkChange, BulkProblem } from './change'

export const bulkNames = ['set', 'clear', 'append', 'add', 'remove', 'replace', 'fill'] as const
export type BulkName = (typeof bulkNames)[number]

/** What one kind of bulk change is. Adding one is adding an entry of this shape, and its test. */
export interface BulkKind {
  label: string
  /** The attributes it can be made to. */
  fits(attribute: Attribute): boolean
  check(change: BulkChange, attribute: Attribute, setup: Setup): BulkProblem[]
  /** The new value from the present one; null is no value. Throws ValueProblem where it cannot be made. */
  make(now: Value | null, change: BulkChange, attribute: Attribute, source: { value: Value; attribute: Attribute } | null): unknown
  title(label: string, change: BulkChange, shown: (value: unknown) => string, setup: Setup): string
}

const written = (a: Attribute) => attributeTypes[a.type].isText
const listed = (a: Attribute) => a.type === 'choices'

/** Checks that `value` is one that the attribute takes. */
function checkValue(change: BulkChange, attribute: Attribute): BulkProblem[] {
  try {
    return checkedValue(change.value, attribute) === null ? [{ path: 'value', message: 'Say with which value.' }] : []
  } catch (e) {
    if (!(e instanceof ValueProblem)) throw e
    return [{ path: 'value', message: e.message }]
  }
}

/** Every kind of bulk change there is. */
export const bulkKinds: Record<BulkName, BulkKind> = {
  set: {
    label: 'Set', fits: () => true, check: checkValue, make: (_now, change) => change.value,
    title: (label, change, shown) => `Set ${label} to ${shown(change.value)}`,
  },
  clear: { label: 'Clear', fits: () => true, check: () => [], make: () => null, title: (label) => `Cleared ${label}` },
  append: {
    label: 'Append', fits: written, check: checkValue,
    make(now, change, attribute) {
      const more = checkedValue(change.value, attribute)!
      if (now === null) return more
      if (Array.isArray(now)) return [...now, ...more as string[]] as Value
      return attribute.type === 'rich-text' ? String(now) + String(more) : `${String(now)}${attribute.type === 'long-text' ? '\n' : ' '}${String(more)}`
    },
    title: (label, change, shown) => `Appended ${shown(change.value)} to ${label}`,
  },
  add: {
    label: 'Add', fits: listed, check: checkValue,
    make: (now, change) => [...(now as string[] | null) ?? [], ...change.value as string[]],
    title: (label, change, shown) => `Added ${shown(change.value)} to ${label}`,
  },
  remove: {
    label: 'Remove', fits: listed, check: checkValue,
    make: (now, change) => ((now as string[] | null) ?? []).filter((code) => !(change.value as string[]).includes(code)),
    title: (label, change, shown) => `Removed ${shown(change.value)} from ${label}`,
  },
  replace: {
    label: 'Find and replace', fits: written,
    check: (change) => [...(change.find ? [] : [{ path: 'find', message: 'Say what is looked for.' }]), ...(change.find !== undefined && change.find === (change.with ?? '') ? [{ path: 'with', message: 'Both are the same.' }] : [])],
    make: (now, change, attribute) => (now === null ? null : attributeTypes[attribute.type].mapWords!(now, (text) => text.replaceAll(change.find!, () => change.with ?? ''))),
    title: (label, change) => `Replaced “${change.find!}” with “${change.with ?? ''}” in ${label}`,
  },
  fill: {
    label: 'Fill from another field', fits: () => true,
    check(change, attribute, setup) {
      const from = change.from && setup.attributes.get(change.from.attribute)
      if (!from) return [{ path: 'from', message: 'Say from which field.' }]
      if (valuePath(change) === valuePath(change.from!)) return [{ path: 'from', message: 'A field is not filled from itself.' }]
      return from.type === attribute.type || (written(from) && written(attribute)) ? [] : [{ path: 'from', message: `“${from.code}” holds ${from.type}, which “${attribute.code}” cannot take.` }]
    },
    make: (_now, _change, attribute, source) => source && carriedOver(source, attribute),
    title: (label, change, _shown, setup) => `Filled ${label} from ${setup.attributes.get(change.from!.attribute)?.labels[setup.source] ?? change.from!.attribute}`,
  },
}
