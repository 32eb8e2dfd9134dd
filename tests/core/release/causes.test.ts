import { describe, expect, it } from 'vitest'
import { causeFinder, type ChangedPage, type RecordChange } from '@core/release/causes'
import type { PageChange } from '@core/release/compare'
import type { ReleasedPart, ReleasedProduct } from '@core/release/document'

const part = (piece: string, kind = 'tab', questions?: ReleasedPart[]): ReleasedPart => ({
  ...{ piece, kind, title: piece, html: '' },
  ...(questions ? { questions } : {}),
})
const product = (parts: ReleasedPart[], pictures: string[] = []): ReleasedProduct =>
  ({
    kind: 'product',
    areas: [{ area: 'details', as: 'tabs', parts }],
    pictures: pictures.map((name) => ({ name })),
  }) as unknown as ReleasedProduct

const change = (of: string, area = 'details'): PageChange => ({ what: 'changed', of, title: of, area })
const page = (changes: PageChange[], after: ReleasedProduct, more: Partial<ChangedPage> = {}): ChangedPage => ({
  ...{
    kind: 'product',
    key: 'PE-1830',
    storefront: 'de',
    type: 'bags',
    category: 'panniers',
    changes,
    before: after,
    after,
    since: 10,
  },
  ...more,
})

let steps = 0
const did = (record: string, before: unknown = null, after: unknown = null, at = 20): RecordChange => {
  const [kind, code] = record.split(':') as [string, string]
  return { step: ++steps, at, kind, code, before, after }
}
const assigned = (pieces: string[], campaign: string | null = null, sets: string[] = []) => ({
  ...{ pieces, sets, limits: { campaign } },
})
/** Which of some changes are causes of a page, by their records. */
function causes(of: ChangedPage, changes: RecordChange[], now: ReturnType<typeof assigned>[] = []): string[] {
  const steps = causeFinder(changes, now)(of)
  return steps.map((step) => {
    const { kind, code } = changes.find((c) => c.step === step)!
    return `${kind}:${code}`
  })
}

describe('causes of a change', () => {
  const mounting = page([change('mounting')], product([part('mounting'), part('care')]))

  it('are the pieces that changed on the page, the latest first, and no others', () => {
    const changes = [did('pieces:mounting'), did('pieces:care'), did('pieces:mounting'), did('pieces:elsewhere')]
    expect(causeFinder(changes, [])(mounting)).toEqual([changes[2]!.step, changes[0]!.step])
  })
  it('are only those since the page was released last', () => {
    expect(causes(mounting, [did('pieces:mounting', null, null, 10)])).toEqual([])
    expect(causes(mounting, [did('pieces:mounting', null, null, 11)])).toEqual(['pieces:mounting'])
  })
  it('are assignments that brought or took what changed, as they were before or are after', () => {
    const changes = [
      did('assignments:came', null, assigned(['mounting'])),
      did('assignments:went', assigned(['mounting']), null),
      did('assignments:swapped', assigned(['mounting']), assigned(['care'])),
      did('assignments:other', assigned(['care']), assigned(['care', 'size'])),
    ]
    expect(causes(mounting, changes).sort()).toEqual(['assignments:came', 'assignments:swapped', 'assignments:went'])
  })
  it('are campaigns of whose assignments something changed', () => {
    const changes = [did('campaigns:autumn'), did('campaigns:spring')]
    const now = [assigned(['mounting'], 'autumn'), assigned(['care'], 'spring')]
    expect(causes(mounting, changes, now)).toEqual(['campaigns:autumn'])
  })
  it('are questions inside an FAQ that changed, with their sets', () => {
    const faq = product([part('faq', 'faq', [part('how-long'), part('how-far')])])
    const changes = [did('pieces:how-far'), did('question-sets:rides'), did('pieces:never')]
    expect(causes(page([change('faq')], faq), changes).sort()).toEqual(['pieces:how-far', 'question-sets:rides'])
    expect(causes(mounting, changes)).toEqual([])
  })
  it('are the storefront, the type and the category of the page alone', () => {
    const changes = [
      'storefronts:de',
      'storefronts:uk',
      'product-types:bags',
      'product-types:lights',
      'categories:panniers',
    ]
    const found = causes(
      mounting,
      changes.map((record) => did(record)),
    )
    expect(found.sort()).toEqual(['categories:panniers', 'product-types:bags', 'storefronts:de'])
  })
  it('are attributes where values changed, and pictures where the page has them', () => {
    const changes = [did('attributes:weight'), did('media:one.svg'), did('media:two.svg')]
    expect(causes(mounting, changes)).toEqual([])
    const named = page([change('name', '')], product([], ['one.svg']))
    expect(causes(named, changes).sort()).toEqual(['attributes:weight', 'media:one.svg'])
    const facts = page([change('facts')], product([part('facts', 'built-in')]))
    expect(causes(facts, changes)).toEqual(['attributes:weight'])
  })
  it('are never kinds that no page is made of', () => {
    const changes = ['lists:mine', 'feeds:stock', 'glossary:strap', 'house-styles:de', 'recipes:short'].map((r) =>
      did(r),
    )
    expect(causes(mounting, changes)).toEqual([])
  })
})
