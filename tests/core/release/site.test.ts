import { describe, expect, it } from 'vitest'
import { siteDocuments, type ReleasedMenu, type ReleasedPhrases } from '@core/release/site'
import { testSetup } from '../../world'

const setup = testSetup()
const ch = setup.storefronts.get('ch')!
ch.phrases = { added: { 'fr-CH': { other: 'Ajouté' } }, reviews: { 'fr-CH': { one: 'Un avis', other: '{n} avis' } } }
ch.menu = [
  { code: 'bags', names: {}, to: { category: 'bags' }, children: [] },
  { code: 'wear', names: {}, to: { category: 'wear' }, children: [] },
  { code: 'help', names: { 'fr-CH': 'Aide' }, to: null, children: [] },
]
const documents = (language: string) => {
  const [phrases, menu] = siteDocuments(setup, 'ch', language) as [ReleasedPhrases, ReleasedMenu]
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
})
