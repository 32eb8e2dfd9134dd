import { describe, expect, it } from 'vitest'
import { siteDocuments, siteKey, type SiteDocument } from '@core/release/site'
import { testSetup } from '../../world'

const setup = testSetup()
const ch = setup.storefronts.get('ch')!
ch.phrases = { added: { 'fr-CH': { other: 'Ajouté' } }, reviews: { 'fr-CH': { one: 'Un avis', other: '{n} avis' } } }
ch.menu = [
  { code: 'bags', names: {}, to: { category: 'bags' }, children: [] },
  { code: 'wear', names: {}, to: { category: 'wear' }, children: [] },
  { code: 'help', names: { 'fr-CH': 'Aide' }, to: null, children: [] },
]
ch.pages = [
  {
    code: 'returns',
    name: 'Returns',
    titles: { 'fr-CH': 'Retours' },
    bodies: { 'fr-CH': '<p>Appelez le <data value="storefront:phone">x</data>.</p>' },
  },
]
/** The documents of an edition of one kind. */
const ofKind = <K extends SiteDocument['kind']>(language: string, kind: K) =>
  siteDocuments(setup, 'ch', language).filter((d): d is Extract<SiteDocument, { kind: K }> => d.kind === kind)
const documents = (language: string) => {
  const [phrases, menu] = [ofKind(language, 'phrases')[0]!, ofKind(language, 'menu')[0]!]
  return { phrases: phrases.phrases, menu: menu.entries.map((e) => e.name) }
}

describe('what stands beside the pages of an edition', () => {
  it('has the phrases that are worded in its language, with all their forms', () => {
    expect(documents('fr-CH').phrases).toEqual({
      added: { other: 'Ajouté' },
      reviews: { one: 'Un avis', other: '{n} avis' },
    })
  })
  it('has the entries of the menu that have a name in it: their own, or that of where they lead', () => {
    expect(documents('fr-CH').menu).toEqual(['Sacoches', 'Aide'])
  })
  it('never lends words of a language that shoppers do not read', () => {
    expect(documents('de-CH')).toEqual({ phrases: {}, menu: [] })
  })
  it('has the tree of categories that have a name in it', () => {
    expect(ofKind('fr-CH', 'categories')[0]!.categories).toEqual([
      { code: 'bags', name: 'Sacoches', children: [{ code: 'panniers', name: 'Sacoches arrière', children: [] }] },
    ])
  })
  it('has the standing pages that have a text in it, with the facts of the storefront and no mark of ours', () => {
    const [page] = ofKind('fr-CH', 'page')
    expect([siteKey(page!), page!.title, page!.html]).toEqual([
      'returns',
      'Retours',
      '<p>Appelez le 01632 960 118.</p>',
    ])
    expect(ofKind('de-CH', 'page')).toEqual([])
  })
})
