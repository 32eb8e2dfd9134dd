import { describe, expect, it } from 'vitest'
import { parseHeader } from '@core/imports/columns'
import { fileProblem, parseProblem, separatorOf } from '@core/imports/file'
import { testSetup } from '../../world'

const setup = testSetup()
// A storefront whose code is a language tag too: the storefront wins.
setup.storefronts.set('de', { ...setup.storefronts.get('ch')!, code: 'de' })
const header = (...names: string[]) => parseHeader(['sku', ...names], setup)
const understood = (name: string) => {
  const { columns, problems } = header(name)
  const c = columns[1]
  return problems.length > 0
    ? problems[0]!.code
    : c?.kind === 'attribute'
      ? [c.attribute.code, c.storefront, c.language]
      : c?.kind === 'price'
        ? ['price', c.storefront]
        : c?.kind === 'field'
          ? c.field
          : c?.name
}

describe('the header of a product file', () => {
  it.each<[string, unknown]>([
    ['type', 'type'],
    ['GTIN', 'gtin'],
    ['weight', ['weight', null, null]],
    ['price@uk', ['price', 'uk']],
    ['name', ['name', null, 'en-GB']],
    ['name@/fr-CH', ['name', null, 'fr-CH']],
    ['name@ch/fr-CH', ['name', 'ch', 'fr-CH']],
    ['name@fr-CH', ['name', null, 'fr-CH']],
    ['name@FR-ch', ['name', null, 'fr-CH']],
    ['name@de', ['name', 'de', 'en-GB']],
    ['name@/de', ['name', null, 'de']],
    ['grade@ch/', ['grade', 'ch', null]],
    ['grade@ch', ['grade', 'ch', null]],
    ['weight@/fr-CH', 'scope'],
    ['weight@uk/', 'scope'],
    ['description@uk/en-GB', 'scope'],
    ['price', 'scope'],
    ['price@/fr-CH', 'scope'],
    ['type@uk', 'scope'],
    ['name@atlantis/', 'unknown-scope'],
    ['name@no_tag', 'unknown-scope'],
    ['name@', 'unknown-scope'],
    ['colour of box', 'unknown-column'],
    ['', 'no-name'],
  ])('understands %s', (name, expected) => expect(understood(name)).toEqual(expected))

  it('refuses a column that stands twice, in whatever spelling', () => {
    expect(header('name', 'name@/en-GB').problems.map((p) => p.code)).toEqual(['twice'])
    expect(header('weight', 'Weight').problems.map((p) => p.code)).toEqual(['twice'])
  })
  it('says that the SKU is missing', () => {
    expect(parseHeader(['name'], setup).problems.map((p) => p.code)).toEqual(['no-sku'])
  })
  it('names the column and what to do', () => {
    expect(header('weight@/fr-CH').problems[0]).toEqual({
      column: 'weight@/fr-CH',
      code: 'scope',
      message: '“weight” is not translatable; write it without a language.',
    })
  })
})

describe('what is no CSV file', () => {
  const bytes = (...b: number[]) => Uint8Array.from(b)
  it.each([
    ['nothing', bytes(), 'empty-file'],
    ['a spreadsheet', bytes(0x50, 0x4b, 3, 4, 20), 'not-csv'],
    ['an old spreadsheet', bytes(0xd0, 0xcf, 0x11, 0xe0), 'not-csv'],
    ['a picture', bytes(0x89, 0x50, 0x4e, 0x47), 'not-csv'],
    ['a PDF', bytes(0x25, 0x50, 0x44, 0x46), 'not-csv'],
    ['UTF-16', bytes(0xff, 0xfe, 0x73, 0), 'wrong-encoding'],
    ['binary data', bytes(65, 0, 66), 'not-csv'],
  ] as const)('%s', (_, head, code) => expect(fileProblem(head)?.code).toBe(code))
  it('lets text through', () => expect(fileProblem(new TextEncoder().encode('sku,name\n'))).toBeUndefined())

  it('finds the separator outside quotation marks', () => {
    expect([
      separatorOf('sku;name;"a,b,c,d"'),
      separatorOf('sku\tname'),
      separatorOf('sku,name'),
      separatorOf('sku'),
      separatorOf('sep=;'),
      separatorOf('sep=\t'),
    ]).toEqual([';', '\t', ',', ',', ';', '\t'])
  })
  it('says what a broken quotation mark looks like', () => {
    expect(parseProblem('CSV_QUOTE_NOT_CLOSED', 7)).toMatchObject({
      code: 'broken-quotes',
      message: expect.stringContaining('line 7'),
    })
    expect(parseProblem('INVALID_OPENING_QUOTE', 3)).toMatchObject({
      code: 'broken-quotes',
      message: expect.stringContaining('middle of a cell'),
    })
  })
})
