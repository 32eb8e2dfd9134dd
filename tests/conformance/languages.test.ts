import { describe, expect, it } from 'vitest'
import fc from 'fast-check'
import { lookup } from 'bcp-47-match'
import { canonicalTag, countsAsPresent, directionOf, languageChain, shortenings } from '@core/language/chain'

// RFC 4647, section 3.4 (Lookup): the range zh-Hant-CN-x-private1-private2 is progressively truncated.
describe('language fallback by RFC 4647, section 3.4', () => {
  it('cuts as the example of the section does', () => {
    expect(shortenings('zh-Hant-CN-x-private1-private2')).toEqual([
      'zh-Hant-CN-x-private1-private2',
      'zh-Hant-CN-x-private1',
      'zh-Hant-CN',
      'zh-Hant',
      'zh',
    ])
  })
  it('reaches exactly the tags that the package “bcp-47-match” lets a range find', () => {
    const tags = fc.constantFrom(
      'de-CH',
      'de-CH-1996',
      'fr-CA',
      'zh-Hant-TW',
      'zh-Hant',
      'zh',
      'en-GB',
      'en',
      'sr-Latn-RS',
      'de',
      'fr',
      'en-GB-x-shop',
      'en-a-myext-b-another',
    )
    // Tag by tag: given several, the package answers the first of the list, not the longest as the section asks.
    fc.assert(
      fc.property(tags, tags, (wanted, tag) => {
        expect(shortenings(wanted).includes(tag)).toBe(lookup([tag], wanted) === tag)
      }),
      { numRuns: 1000, seed: 4870 },
    )
  })
})

// RFC 5646, section 2.1.1 (formatting of language tags) and appendix A (examples).
describe('language tags by RFC 5646', () => {
  it.each([
    ['mn-cYRL-mn', 'mn-Cyrl-MN'],
    ['EN-ca-X-CA', 'en-CA-x-ca'],
    ['az-LATN-x-LATN', 'az-Latn-x-latn'],
    ['zh-hant-cn', 'zh-Hant-CN'],
    ['sl-ROZAJ-biske', 'sl-biske-rozaj'],
    ['es-419', 'es-419'],
    ['de-ch-1901', 'de-CH-1901'],
  ])('writes %s as %s', (given, conventional) => expect(canonicalTag(given)).toBe(conventional))
  it.each(['de-419-DE', 'a-DE', 'ar-a-aaa-b-bbb-a-ccc', 'x', 'no_tag', ''])('refuses %s', (given) =>
    expect(canonicalTag(given)).toBeUndefined(),
  )
})

describe('the chain of an edition', () => {
  it('is the language, what it borrows, and the source, each shortened, repeats dropped', () => {
    expect(languageChain({ language: 'fr-CA', borrow: ['fr-FR', 'en-CA'] }, 'en-GB')).toEqual([
      'fr-CA',
      'fr',
      'fr-FR',
      'en-CA',
      'en',
      'en-GB',
    ])
  })
  it('counts what is of the same tongue and script and near enough', () => {
    const counts = (language: string, found: string, borrow: string[] = []) =>
      countsAsPresent({ language, borrow }, found)
    expect([
      counts('en-CA', 'en'),
      counts('en-CA', 'en-GB'),
      counts('en-CA', 'en-GB', ['en-GB']),
      counts('de-CH', 'fr-CH', ['fr-CH']),
      counts('zh-TW', 'zh'),
      counts('zh-CN', 'zh'),
      counts('sr-Latn', 'sr'),
    ]).toEqual([true, false, true, false, false, true, false])
  })
  it('knows the direction of a script', () =>
    expect(['ar-AE', 'he', 'ur', 'ja-JP', 'az', 'az-Arab'].map(directionOf)).toEqual([
      'rtl',
      'rtl',
      'rtl',
      'ltr',
      'ltr',
      'rtl',
    ]))
})
