import { nextTick } from 'vue'
import { describe, expect, it } from 'vitest'
import { openStores, route } from './shop'

const { useCatalogueFilter } = await import('../../app/composables/useCatalogueFilter')

describe('the lens', () => {
  it('is what the address says: edition, customer group, moment', async () => {
    const { lens } = await openStores({ in: 'ch/fr-CH', for: 'club', at: '2026-12-24T18:00' })
    expect([lens.storefront, lens.language, lens.group]).toEqual(['ch', 'fr-CH', 'club'])
    // Six in the evening in Zurich, in winter.
    expect(lens.moment).toBe('2026-12-24T17:00:00.000Z')
    expect(lens.asked).toEqual({
      storefront: 'ch',
      language: 'fr-CH',
      group: 'club',
      at: '2026-12-24T17:00:00.000Z',
    })
    expect(lens.body).toEqual({ storefront: 'ch', group: 'club', at: '2026-12-24T17:00:00.000Z' })
    expect(lens.sameLanguage).toBe(false)
  })
  it('is the first edition, nobody in particular and now, where the address says nothing that there is', async () => {
    const { lens } = await openStores({ in: 'mars/xx', for: 'martians', at: 'tomorrow' })
    expect([lens.edition.id, lens.group, lens.moment]).toEqual(['uk/en-GB', '', undefined])
    expect(lens.asked).toEqual({ storefront: 'uk', language: 'en-GB' })
    expect(lens.sameLanguage).toBe(true)
  })
  it('goes from edition to edition and round the end, and from storefront to storefront', async () => {
    const { lens } = await openStores({ in: 'ch/de-CH' })
    lens.step(1, 'language')
    expect(lens.edition.id).toBe('ch/fr-CH')
    lens.step(1, 'storefront')
    expect(lens.edition.id).toBe('ca/en-CA')
    lens.step(2, 'language')
    expect(lens.edition.id).toBe('uk/en-GB')
    lens.step(-1, 'storefront')
    expect(lens.edition.id).toBe('ca/en-CA')
  })
  it('keeps what else the address says, and its place on the page', async () => {
    const { lens } = await openStores({ in: 'uk/en-GB', field: 'summary', for: 'club' })
    route.hash = '#prices'
    lens.set({ in: 'ch/de-CH', for: '' })
    expect(route).toEqual({ query: { in: 'ch/de-CH', field: 'summary' }, hash: '#prices' })
  })
})

describe('the set-up', () => {
  it('names what it has, and shows the code of what it has not', async () => {
    const { setup } = await openStores()
    expect(setup.editionName('ch', 'fr-CH')).toBe('CH, French')
    expect([setup.storefrontName('ch'), setup.storefrontName('gone')]).toEqual(['CH', 'gone'])
    expect(setup.label({ 'en-GB': 'Bags', 'fr-CH': 'Sacoches' }, 'bags')).toBe('Bags')
    expect(setup.label({ 'fr-CH': 'Sacoches' }, 'bags')).toBe('Sacoches')
    expect(setup.label(undefined, 'bags')).toBe('bags')
  })
  it('lists each language once, that of the source first', async () => {
    const { setup } = await openStores()
    expect(setup.languages).toEqual(['en-GB', 'de-CH', 'fr-CH', 'en-CA', 'fr-CA'])
  })
  it('is asked for once, and again where that failed', async () => {
    const { setup } = await openStores()
    let asked = 0
    Object.assign(globalThis, {
      call: () => {
        asked++
        return Promise.reject(new Error('away'))
      },
    })
    await setup.load()
    expect(asked).toBe(0)
    await expect(setup.reload()).rejects.toThrow('away')
    expect([asked, setup.storefronts.length]).toEqual([1, 3])
  })
})

describe('the filter of the catalogue', () => {
  const heavy = { field: 'attribute:weight', is: 'above', value: '1 kg' } as const

  it('is read from the address, and written there', async () => {
    await openStores({ in: 'uk/en-GB', type: 'bag', where: JSON.stringify(heavy), page: '3' })
    const { filter, where, active } = useCatalogueFilter()
    expect([filter.type, where.value, active.value]).toEqual(['bag', heavy, true])
    filter.q = 'rack'
    filter.type = ''
    await nextTick()
    expect(route.query).toEqual({ in: 'uk/en-GB', q: 'rack', where: JSON.stringify(heavy), page: '3' })
  })
  it('is one condition for files and changes of many: words are looked for in the names of all languages', async () => {
    await openStores({ category: 'panniers', status: 'active', q: 'Regn' })
    const { condition } = useCatalogueFilter()
    expect(condition.value).toEqual({
      all: [
        { field: 'category', is: 'equals', value: 'panniers' },
        { field: 'status', is: 'equals', value: 'active' },
        {
          any: ['sku', 'gtin', 'name', 'name@de-CH', 'name@fr-CH', 'name@en-CA', 'name@fr-CA'].map((field) => ({
            field,
            is: 'contains',
            value: 'Regn',
          })),
        },
      ],
    })
  })
  it('finds nothing, rather than everything, where the address holds no rule', async () => {
    await openStores({ where: '{broken' })
    const { where, condition } = useCatalogueFilter()
    expect(where.value).toEqual({ any: [] })
    expect(condition.value).toEqual({ all: [{ any: [] }] })
  })
  it('is said in words, by names', async () => {
    await openStores({ type: 'bag', category: 'panniers', q: 'x', where: JSON.stringify(heavy) })
    const { words } = useCatalogueFilter()
    expect(words.value).toMatch(/^bag, in Panniers, with “x”, .*weight.*1 kg/i)
  })
  it('says so where its rule names what there is no more', async () => {
    await openStores({ where: JSON.stringify({ field: 'attribute:gone', is: 'above', value: 1 }) })
    expect(useCatalogueFilter().words.value).not.toBe('')
  })
  it('is empty once it is cleared, and an empty rule is none', async () => {
    await openStores({ type: 'bag', q: 'x', where: JSON.stringify(heavy) })
    const { where, clear, active, condition } = useCatalogueFilter()
    where.value = { all: [] }
    await nextTick()
    expect(route.query.where).toBeUndefined()
    clear()
    await nextTick()
    expect([active.value, condition.value, route.query]).toEqual([false, { all: [] }, {}])
  })
})
