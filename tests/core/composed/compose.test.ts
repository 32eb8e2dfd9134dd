import { describe, expect, it } from 'vitest'
import { noLimits } from '@core/assignments/limits'
import { composePage } from '@core/composed/compose'
import { mediaNamed, pagesNamed, type AnySection, type ComposedPage } from '@core/composed/page'
import { libraryOf } from '@core/media/versions'
import { documentChanges } from '@core/release/compare'
import { composedOverTime } from '@core/release/composed'
import type { ReleasedComposedPage } from '@core/release/composed-document'
import { mediaOf } from '@core/release/document'
import { linksOf } from '@core/release/links'
import { someMoment, testSetup } from '../../world'

const setup = testSetup()
setup.storefronts.get('ch')!.facts = { phone: { 'fr-CH': '+41 21 555 01 02' } }
const hero = (code: string, more: Partial<AnySection> = {}): AnySection =>
  ({
    ...{ code, kind: 'hero', limits: noLimits() },
    texts: { title: { 'fr-CH': `Titre ${code}` }, text: { 'fr-CH': '<p>Un texte.</p>' } },
    holds: { picture: null, link: null },
    ...more,
  }) as AnySection
const row = (chosen: string[], atLeast = 1): AnySection => ({
  ...{ code: 'row', kind: 'products', limits: noLimits(), texts: { title: { 'fr-CH': 'Rangée' } } },
  holds: { chosen, atLeast, atMost: 4 },
})
const page = (sections: AnySection[], more: Partial<ComposedPage> = {}): ComposedPage => ({
  ...{ code: 'winter', name: 'Winter', note: '', use: 'landing', resting: false, limits: noLimits() },
  ...{ titles: { 'fr-CH': 'Hiver' }, slugs: { 'fr-CH': 'hiver' }, searchTitles: {}, searchDescriptions: {} },
  ...{ afterwards: null, sections },
  ...more,
})
const lens = { storefront: 'ch', language: 'fr-CH', group: null, moment: someMoment }
const input = (of: ComposedPage, more: Partial<typeof lens> = {}) => ({
  ...{ page: of, setup, library: libraryOf([]) },
  lens: { ...lens, ...more },
})
const view = (of: ComposedPage, more: Partial<typeof lens> = {}) => composePage(input(of, more))
const reasons = (of: ComposedPage, more: Partial<typeof lens> = {}) =>
  view(of, more).leftOut.map(({ section, reason, isLacking }) => [section, reason, isLacking])

describe('a composed page', () => {
  it('shows its sections in their order, with what each kind shows', () => {
    const { title, slug, sections, rests } = view(page([hero('a'), row(['BG-1', 'BG-2'])]))
    expect([title, slug, rests]).toEqual(['Hiver', 'hiver', null])
    expect(sections).toMatchObject([
      { section: 'a', kind: 'hero', title: 'Titre a', html: '<p>Un texte.</p>', products: null },
      { section: 'row', title: 'Rangée', products: { skus: ['BG-1', 'BG-2'], atLeast: 1, atMost: 4 } },
    ])
  })
  it('leaves out what has no text in the language, and says so', () => {
    const untold = {
      code: 'told',
      kind: 'text',
      limits: noLimits(),
      texts: { text: { 'ja-JP': '<p>冬</p>' } },
      holds: {},
    }
    expect(reasons(page([hero('a'), untold as AnySection]))).toEqual([
      ['told', 'it has no text in this language', true],
    ])
    expect(view(page([hero('a')]), { language: 'de-CH' }).title).toBeNull()
  })
  it('leaves out a hero whose link has no words, and rows with too few products', () => {
    const linked = hero('a', { holds: { picture: null, link: { page: 'other' } } } as Partial<AnySection>)
    expect(reasons(page([linked, row([])]))).toEqual([
      ['a', 'its link has no words in this language', true],
      ['row', 'it has no products', true],
    ])
    expect(reasons(page([row(['BG-1'], 3)]))).toEqual([['row', 'it has 1 of at least 3 products', true]])
  })
  it('fills in the facts of the storefront, and takes no other inline value', () => {
    const body = '<p>Tel. <data value="storefront:phone"></data></p><p><data value="attribute:weight"></data></p>'
    const told = { code: 'told', kind: 'text', limits: noLimits(), texts: { text: { 'fr-CH': body } }, holds: {} }
    const [shown] = view(page([told as AnySection])).sections
    expect(shown!.html).toMatch(/^<p>Tel\. .*\+41 21 555 01 02.*<\/p>$/)
  })
  it('shows a picture with its text only where it has one, and words with whose they are', () => {
    const bare = { code: 'bare', kind: 'picture', limits: noLimits(), texts: {}, holds: { picture: null } }
    const said = { 'fr-CH': 'Plus <jamais> sans.' }
    const words = {
      ...{ code: 'said', kind: 'quotation', limits: noLimits(), holds: {} },
      texts: { text: said, source: { 'fr-CH': 'L’atelier' } },
    }
    const both = page([bare, words] as unknown as AnySection[])
    expect(reasons(both)).toEqual([['bare', 'it has no picture', true]])
    expect(view(both).sections[0]!.html).toBe(
      '<blockquote><p>Plus &lt;jamais&gt; sans.</p></blockquote><p>L’atelier</p>',
    )
  })
  it('keeps a section out by its limits, and is no reason to hold the page back', () => {
    const limits = { ...noLimits(), groups: ['club'] }
    expect(reasons(page([hero('a', { limits })]))).toEqual([['a', expect.stringMatching(/^only for/), false]])
    expect(view(page([hero('a', { limits })]), { group: 'club' } as never).sections).toHaveLength(1)
  })
  it('says why it is not there', () => {
    expect(view(page([], { resting: true })).rests).toBe('it is paused')
    expect(view(page([], { limits: { ...noLimits(), storefronts: ['uk'] } })).rests).toMatch(/^only in/)
  })
  it('names the pages and pictures that it holds, each once', () => {
    const linked = hero('a', { holds: { picture: 'a.svg', link: { page: 'other' } } } as Partial<AnySection>)
    expect(pagesNamed(page([linked, linked], { afterwards: 'next' }))).toEqual(['next', 'other'])
    expect(mediaNamed(page([linked, hero('b')]))).toEqual(['a.svg'])
  })
})

const stretches = (of: ComposedPage, now = someMoment) =>
  composedOverTime(input(of), now).map(({ group, stretches }) => [
    group,
    stretches.map(({ from, document }) => {
      const composed = document as ReleasedComposedPage | null
      return [
        from === -Infinity ? null : new Date(from).toISOString(),
        composed && (composed.over ?? composed.sections.length),
      ]
    }),
  ])

describe('a composed page over time', () => {
  it('begins and ends at its limits by the clock of the storefront, and is over after that', () => {
    const limits = { ...noLimits(), from: '2027-03-28T02:30', to: '2027-04-02' }
    // The clocks go forward at two: half past two does not exist, and is half past three.
    expect(stretches(page([hero('a')], { limits, afterwards: 'next' }))).toEqual([
      [
        '',
        [
          [null, null],
          ['2027-03-28T01:30:00.000Z', 1],
          ['2027-04-02T22:00:00.000Z', { to: 'next' }],
        ],
      ],
    ])
  })
  it('changes when a section begins, and for groups that it names', () => {
    const later = hero('b', { limits: { ...noLimits(), from: '2027-01-01' } })
    const club = hero('c', { limits: { ...noLimits(), groups: ['club'] } })
    expect(stretches(page([hero('a'), later, club]))).toEqual([
      [
        '',
        [
          [null, 1],
          ['2026-12-31T23:00:00.000Z', 2],
        ],
      ],
      [
        'club',
        [
          [null, 2],
          ['2026-12-31T23:00:00.000Z', 3],
        ],
      ],
    ])
  })
  it('is none at all where it is for others, or paused', () => {
    expect(stretches(page([hero('a')], { resting: true }))).toEqual([])
    expect(stretches(page([hero('a')], { limits: { ...noLimits(), languages: ['de-CH'] } }))).toEqual([])
  })
  it('says what is missing: a title, an address, sections that were to stand there', () => {
    const [nobody] = composedOverTime(input(page([row([])], { titles: {}, slugs: {} })), someMoment)
    expect(nobody!.lacking.map(({ reason }) => reason)).toEqual([
      'it has no title in this language',
      'it has no address in this language',
      'nothing stands on it',
      'it has no products',
    ])
  })
})

describe('what is kept of it', () => {
  const documentOf = (of: ComposedPage) =>
    composedOverTime(input(of), someMoment)[0]!.stretches[0]!.document as ReleasedComposedPage
  it('is compared section by section, wherever each has moved', () => {
    const before = documentOf(page([hero('a'), hero('b'), row(['BG-1'])]))
    const after = documentOf(page([hero('b'), hero('a'), row(['BG-2'])], { titles: { 'fr-CH': 'Neige' } }))
    expect(documentChanges(before, after)).toMatchObject([
      { what: 'changed', of: 'name' },
      { what: 'moved', of: 'a', title: 'Titre a' },
      { what: 'changed', of: 'row', title: 'Rangée' },
    ])
    expect(documentChanges(before, null)).toMatchObject([{ what: 'removed', of: 'page', title: 'Hiver' }])
    expect(documentChanges(before, { ...before, over: { to: null } })).toMatchObject([{ what: 'removed' }])
  })
  it('says which links and pictures stand in it', () => {
    const text = {
      'fr-CH': '<p><a href="https://tarnwheel.example/a">a</a> <img src="/delivery/media/b.svg" alt="b"></p>',
    }
    const told = { code: 'told', kind: 'text', limits: noLimits(), texts: { text }, holds: {} } as unknown as AnySection
    const document = documentOf(page([told]))
    expect(linksOf(document)).toEqual(['https://tarnwheel.example/a'])
    expect(mediaOf(document, JSON.stringify(document))).toEqual(['b.svg'])
  })
})
