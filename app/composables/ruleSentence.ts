import type { Condition } from '@core/rules/condition'
import { sentenceOf } from '@core/rules/sentence'

/** A rule as its sentence; undefined of one that does not fit the set-up any more. */
export function ruleSentence(rule: Condition): string | undefined {
  try {
    return sentenceOf(rule, useSetupStore().forCore)
  } catch {
    return undefined
  }
}
