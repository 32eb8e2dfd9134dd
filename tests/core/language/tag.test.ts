import { describe, expect, it } from 'vitest'
import { isKnownTag, knownTag, tagProblem } from '@core/language/tag'

describe('a language tag', () => {
  it('is of a language, a script and a region that there are, in its letter case', () => {
    expect(knownTag('FR-ch')).toBe('fr-CH')
    expect(knownTag('mn-cyrl-MN')).toBe('mn-Cyrl-MN')
    expect(knownTag('de-CH-1996')).toBe('de-CH-1996')
    expect(['ja-JP', 'ar-AE', 'nl-BE', 'sr-Latn', 'es-419'].every(isKnownTag)).toBe(true)
  })
  it('is not what only looks like one', () => {
    for (const text of ['German', 'french', 'xx', 'de-ZZZZ', 'de-Abcd', 'zz-CH', 'fr-QX', 'fr_CH', '', '__proto__'])
      expect(knownTag(text), text).toBeUndefined()
  })
  it('is asked for with an example', () => {
    expect(tagProblem('German')).toMatch(/not a language.*fr-CH/)
    expect(tagProblem('FR-ch')).toMatch(/is written fr-CH/)
  })
})
