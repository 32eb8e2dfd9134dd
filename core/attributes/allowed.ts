import { RE2JS } from 're2js'
import { ValueProblem, type AttributeTypeEntry } from './types/shape'
import type { Attribute, Value } from './attribute'
import { boundsInWords } from './bounds'
import { isNotApplicable } from './not-applicable'

const patterns = new Map<string, RE2JS>()

/**
 * A pattern ready for use. Patterns are RE2's regular expressions, which are matched in time linear in the text
 * (https://github.com/google/re2/wiki/Syntax), so that none can hang the server. Throws a ValueProblem where it is
 * none.
 */
export function compilePattern(pattern: string, flags = 0): RE2JS {
  const key = `${flags} ${pattern}`
  let compiled = patterns.get(key)
  if (!compiled) {
    try {
      compiled = RE2JS.compile(pattern, flags)
    } catch (e) {
      throw new ValueProblem('bad-pattern', `The pattern cannot be read: ${(e as Error).message}.`)
    }
    if (patterns.size > 200) patterns.clear()
    patterns.set(key, compiled)
  }
  return compiled
}

/** Why a value is outside of what its attribute allows, or undefined where it is inside. */
export function allowedProblem(
  value: Value,
  attribute: Attribute,
  entry: AttributeTypeEntry,
): ValueProblem | undefined {
  if (isNotApplicable(value)) return undefined
  const { least, most, pattern } = attribute.allowed!
  if (entry.bounded && (least !== null || most !== null)) {
    const n = entry.comparable(value, attribute) as number
    const bound = (v: Value) => entry.comparable(v, attribute) as number
    const low = least !== null && n < bound(least)
    if (low || (most !== null && n > bound(most))) {
      return new ValueProblem(
        low ? 'too-low' : 'too-high',
        `“${entry.toCell(value, attribute)}” is ${low ? 'below' : 'above'} what is allowed: ` +
          `${boundsInWords(attribute, entry)}.`,
      )
    }
  }
  if (pattern !== null && entry.isText && typeof value === 'string' && !compilePattern(pattern).matches(value)) {
    // People read what the attribute says of itself; the pattern is there for whoever set it up.
    const [help] = Object.values(attribute.help ?? {})
    return new ValueProblem(
      'bad-form',
      `“${value.slice(0, 80)}” does not match the required format${help ? `. ${help}` : ''} (${pattern})`,
    )
  }
  return undefined
}
