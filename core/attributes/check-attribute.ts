import { compilePattern } from './allowed'
import type { Attribute, Value } from './attribute'
import { attributeTypes } from './types/registry'
import { ValueProblem } from './types/shape'

/** What is wrong with the bounds and the pattern of an attribute; empty where they can be used. */
export function checkAllowed(attribute: Attribute): { path: string; message: string }[] {
  const { allowed } = attribute
  if (!allowed) return []
  const problems: { path: string; message: string }[] = []
  const entry = attributeTypes[attribute.type]
  const counted = entry.counts !== undefined
  for (const end of ['least', 'most'] as const) {
    const given = allowed[end]
    if (given === null) continue
    if (counted) {
      if (typeof given !== 'number' || !Number.isInteger(given) || given < 0)
        problems.push({ path: `allowed.${end}`, message: `The number of ${entry.counts!} has to be a whole number.` })
    } else if (!entry.bounded)
      problems.push({ path: `allowed.${end}`, message: `Values of ${attribute.type} have no smallest and largest.` })
    else {
      try {
        entry.check(given, attribute)
      } catch (e) {
        if (!(e instanceof ValueProblem)) throw e
        problems.push({ path: `allowed.${end}`, message: e.message })
      }
    }
  }
  if (problems.length === 0 && allowed.least !== null && allowed.most !== null) {
    const n = (v: Value) => (counted ? (v as number) : (entry.comparable(v, attribute) as number))
    if (n(allowed.least) > n(allowed.most))
      problems.push({ path: 'allowed.most', message: 'The largest is smaller than the smallest.' })
  }
  if (allowed.pattern !== null) {
    if (!entry.takesPattern)
      problems.push({ path: 'allowed.pattern', message: `Values of ${attribute.type} have no pattern.` })
    else {
      try {
        compilePattern(allowed.pattern)
      } catch (e) {
        problems.push({ path: 'allowed.pattern', message: (e as Error).message })
      }
    }
  }
  return problems
}
