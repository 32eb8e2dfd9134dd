import { describe, expect, it } from 'vitest'
import { indexValues, readerFor, resolve } from '@core/values/resolve'
import type { Value } from '@core/attributes/attribute'
import { testSetup, values } from '../../world'

const setup = testSetup()
const read = (
  code: string,
  storefront: string,
  language: string,
  own: Record<string, Value>,
  parent: Record<string, Value> | null = null,
  fallback: Value | null = null,
) => {
  const edition = setup.storefronts.get(storefront)!.editions.find((e) => e.language === language)!
  const r = resolve(
    setup.attributes.get(code)!,
    indexValues(values(own)),
    parent && indexValues(values(parent)),
    {
      attribute: code,
      group: '',
      required: false,
      requiredIn: [],
      requiredWhere: null,
      perVariant: false,
      default: fallback,
      notApplicable: {},
    },
    readerFor({ ...edition, storefront }, setup.source),
  )
  return [r.value, r.origin, r.owner, r.storefront, r.language, r.counts]
}

describe('how a value is found', () => {
  it('takes the storefront’s own value before the general one', () => {
    expect(read('name', 'ch', 'fr-CH', { 'name@/fr-CH': 'general', 'name@ch/fr-CH': 'here' })).toEqual([
      'here',
      'own',
      'product',
      'ch',
      'fr-CH',
      true,
    ])
  })
  it('lets the nearer owner beat the storefront’s value of a farther one', () => {
    expect(read('name', 'ch', 'fr-CH', { 'name@/fr-CH': 'mine' }, { 'name@ch/fr-CH': 'the parent’s, here' })).toEqual([
      'mine',
      'own',
      'product',
      null,
      'fr-CH',
      true,
    ])
  })
  it('lets the nearer language beat the nearer owner', () => {
    expect(read('name', 'ch', 'fr-CH', { 'name@/en-GB': 'mine' }, { 'name@/fr-CH': 'la sienne' })).toEqual([
      'la sienne',
      'inherited',
      'parent',
      null,
      'fr-CH',
      true,
    ])
  })
  it('names a fallback language before inheritance', () => {
    expect(read('name', 'ch', 'fr-CH', {}, { 'name@/fr': 'sienne' })).toEqual([
      'sienne',
      'fallback',
      'parent',
      null,
      'fr',
      true,
    ])
  })
  it('goes through the borrow list before the source', () => {
    expect(read('name', 'ch', 'fr-CH', { 'name@/en-GB': 'English', 'name@/fr-BE': 'belge' })[0]).toBe('belge')
  })
  it('does not count a fallback in another language', () => {
    expect(read('name', 'ch', 'de-CH', { 'name@/en-GB': 'English' })).toEqual([
      'English',
      'fallback',
      'product',
      null,
      'en-GB',
      false,
    ])
  })
  it('counts what the edition borrows', () => {
    expect(read('name', 'ca', 'en-CA', { 'name@/en-GB': 'colour' })).toEqual([
      'colour',
      'fallback',
      'product',
      null,
      'en-GB',
      true,
    ])
  })
  it('does not count a language of the same tongue that is neither shortening nor borrowed', () => {
    expect(read('name', 'ca', 'fr-CA', { 'name@/fr-CH': 'suisse' })[1]).toBe('missing')
  })
  it('reads an attribute without language by storefront and owner alone', () => {
    expect(read('grade', 'ch', 'fr-CH', {}, { 'grade@ch/': 7, grade: 3 })).toEqual([
      7,
      'inherited',
      'parent',
      'ch',
      null,
      true,
    ])
    expect(read('grade', 'uk', 'en-GB', { grade: 0 }, { 'grade@uk/': 7 })).toEqual([
      0,
      'own',
      'product',
      null,
      null,
      true,
    ])
  })
  it('ends with default of the type, then with nothing', () => {
    expect(read('material', 'uk', 'en-GB', {}, null, 'wool')).toEqual(['wool', 'default', null, null, null, true])
    expect(read('material', 'uk', 'en-GB', {})).toEqual([null, 'missing', null, null, null, false])
  })
  it('takes false for a value', () => {
    expect(read('reflective', 'uk', 'en-GB', { reflective: false }, { reflective: true })[0]).toBe(false)
  })
})
