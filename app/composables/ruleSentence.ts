import type { Setup } from '@core/catalogue/model'
import type { Condition } from '@core/rules/condition'
import { sentenceOf } from '@core/rules/sentence'

/** A rule as its sentence; undefined of one that does not fit the set-up any more. */
export function ruleSentence(rule: Condition, setup: Setup): string | undefined {
  try {
    return sentenceOf(rule, setup)
  } catch {
    return undefined
  }
}
