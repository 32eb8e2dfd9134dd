import { describe, expect, it } from 'vitest'
import type { Labels } from '@core/language/labels'
import type { Setup } from '@core/catalogue/model'
import { gtinProblem } from '@core/gtin/check-digit'
import { parseHeader } from '@core/imports/columns'
import { readRow } from '@core/imports/row'
import { readItem } from '@core/pool/item'
import { drawing } from '@demo/drawings/draw'
import { guidePages } from '@demo/drawings/guide'
import { copyLanguages } from '@demo/line'
import { poolLines } from '@demo/pool'
import { copyIn, fileRows, lines, picturesOf, productRows } from '@demo/rows'
import * as world from '@demo/setup/world'
import { answerTo } from '@server/stand-ins/file-pool'

const byCode = <T extends { code: string }>(list: readonly T[]) => new Map(list.map((x) => [x.code, x]))
const setup: Setup = {
  source: 'en-GB',
  attributes: byCode(world.attributes),
  types: byCode(world.types),
  categories: byCode(world.categories),
  brands: byCode(world.brands),
  groups: byCode(world.groups),
  storefronts: byCode(world.storefronts),
  lists: new Map(),
  campaigns: new Map(),
  rules: new Map(),
}
const rows = productRows()
const parents = new Set(rows.map((r) => r.cells.parent))
const languages = [...new Set(world.storefronts.flatMap((s) => s.editions.map((e) => e.language)))]

describe('the demo world', () => {
  it('has the storefronts, languages, currencies and zones that were agreed', () => {
    expect(
      world.storefronts.map((s) =>
        [s.code, s.editions.map((e) => e.language).join(' '), s.currency, s.timeZone].join(' '),
      ),
    ).toEqual([
      'uk en-GB GBP Europe/London',
      'de de-DE EUR Europe/Berlin',
      'ch de-CH fr-CH it-CH CHF Europe/Zurich',
      'be nl-BE fr-BE EUR Europe/Brussels',
      'nord sv-SE da-DK fi-FI SEK Europe/Stockholm',
      'ca en-CA fr-CA CAD America/Toronto',
      'jp ja-JP JPY Asia/Tokyo',
      'gulf ar-AE en-AE AED Asia/Dubai',
    ])
  })
  it('has at least 240 parents and 700 sold SKUs, of all twenty types', () => {
    expect(rows.filter((r) => r.cells.parent === '').length).toBeGreaterThanOrEqual(240)
    expect(rows.filter((r) => !parents.has(r.sku)).length).toBeGreaterThanOrEqual(700)
    expect(world.types).toHaveLength(20)
    expect(new Set(lines.map((l) => l.type))).toEqual(new Set(world.types.map((t) => t.code)))
    expect(new Set(rows.map((r) => r.cells.kind).filter(Boolean))).toEqual(new Set(['shipped', 'booking', 'download']))
  })
  it('has a SKU and a GTIN of its own for each, of GS1’s prefix for restricted circulation', () => {
    expect(new Set(rows.map((r) => r.sku)).size).toBe(rows.length)
    const gtins = rows.map((r) => r.gtin).filter(Boolean)
    expect(new Set(gtins).size).toBe(gtins.length)
    expect(gtins.filter((g) => !g.startsWith('2') || gtinProblem(g) !== undefined)).toEqual([])
  })
  it('is read by the importer without a problem, cell by cell', () => {
    for (const [name, list] of Object.entries(fileRows())) {
      const headers = ['sku', ...new Set(list.flatMap((r) => Object.keys(r.cells)))]
      const { columns, problems } = parseHeader(headers, setup)
      expect(problems, name).toEqual([])
      expect(
        list.flatMap((r) =>
          readRow([r.sku, ...headers.slice(1).map((h) => r.cells[h] ?? '')], columns, setup, '.').problems.map((p) => ({
            sku: r.sku,
            ...p,
          })),
        ),
        name,
      ).toEqual([])
    }
  })
  it('has prices in every storefront', () => {
    const without = rows
      .filter((r) => r.cells.parent === '')
      .flatMap((r) =>
        world.storefronts.filter((s) => !(Number(r.cells[`price@${s.code}`]) > 0)).map((s) => `${r.sku} in ${s.code}`),
      )
    expect(without).toEqual([])
  })
  it('draws each type in its own way, and gives every picture a name of its own', () => {
    const drawn = world.types.map((t) => drawing(t.code, 'fir', 1, 'whole'))
    expect(new Set(drawn).size).toBe(world.types.length)
    const names = lines.flatMap((l) => l.models.flatMap((m) => picturesOf(l, m).map((p) => p.name)))
    expect(new Set(names).size).toBe(names.length)
  })
  it('writes guides that readers of PDF find their way in', () => {
    const pdf = guidePages('Repair guide: (a) flat tyre – été', 3)
    const at = Number(/startxref\n(\d+)/.exec(pdf)![1])
    expect(pdf.slice(at, at + 4)).toBe('xref')
    for (const m of pdf.matchAll(/^(\d{10}) 00000 n /gm)) expect(pdf.slice(Number(m[1]))).toMatch(/^\d+ 0 obj/)
    expect(pdf).toContain('/Count 3')
    expect(pdf).toContain('\\(a\\) flat tyre   ')
  })
})

describe('the words of the demo', () => {
  const scripts: Record<string, RegExp> = {
    'ja-JP': /[\p{Script=Hiragana}\p{Script=Katakana}\p{Script=Han}]/u,
    'ar-AE': /\p{Script=Arabic}/u,
  }
  const texts = lines.flatMap((l) =>
    copyLanguages.flatMap((language) => {
      const copy = copyIn(l, language)
      return copy
        ? [copy.name, copy.summary, copy.description, copy.mounting, copy.box, ...(copy.points ?? [])]
            .filter((t) => t !== undefined)
            .map((text) => ({ language, text }))
        : []
    }),
  )
  it('begin in English for every line, with a name and a summary, and are in every language for some', () => {
    expect(lines.filter((l) => !l.copy['en-GB']?.name || !l.copy['en-GB'].summary).map((l) => l.type)).toEqual([])
    for (const language of copyLanguages)
      expect(texts.filter((t) => t.language === language).length, language).toBeGreaterThan(10)
    expect(new Set(languages)).toEqual(new Set([...copyLanguages, 'fr-BE', 'en-CA', 'fr-CA', 'en-AE']))
  })
  it('stand in the script of their language, and in Swiss German without ß', () => {
    expect(
      texts.filter(
        ({ language, text }) => scripts[language] && !scripts[language].test(text.replaceAll(/<[^>]+>|\{n\}/g, '')),
      ),
    ).toEqual([])
    expect(texts.filter(({ language, text }) => language === 'de-CH' && text.includes('ß'))).toEqual([])
    expect(
      texts.filter(({ language, text }) => !scripts[language] && /[\p{Script=Arabic}\p{Script=Han}]/u.test(text)),
    ).toEqual([])
  })
  it('name every attribute, option, category, type and group in every language that is written', () => {
    const wanted = copyLanguages.filter((l) => l !== 'de-CH')
    const all: [string, Labels][] = [
      ...world.attributes.flatMap((a) => [
        [a.code, a.labels] as [string, Labels],
        ...a.options.map((o): [string, Labels] => [`${a.code} ${o.code}`, o.labels]),
      ]),
      ...world.categories.map((c): [string, Labels] => [c.code, c.names]),
      ...world.types.flatMap((t) => [
        [t.code, t.labels] as [string, Labels],
        ...t.groups.map((g): [string, Labels] => [g.code, g.labels]),
      ]),
    ]
    expect(
      all.flatMap(([code, labels]) => wanted.filter((l) => !labels[l]?.trim()).map((l) => `${code} in ${l}`)),
    ).toEqual([])
    expect(all.filter(([, labels]) => labels['de-CH']?.includes('ß')).map(([code]) => code)).toEqual([])
  })
  it('name only attributes and facts of storefronts that there are in their inline values', () => {
    const named = [
      ...new Set(
        texts.flatMap(({ text }) => [...text.matchAll(/<data value="attribute:([^"]+)">/g)].map((m) => m[1]!)),
      ),
    ]
    expect(named.filter((code) => !setup.attributes.has(code))).toEqual([])
  })
})

describe('the data pool of the demo', () => {
  const pool = poolLines()
  it('has several hundred items, of what is sold and of what is not', () => {
    expect(pool.length).toBeGreaterThan(500)
    const sold = new Set(rows.map((r) => r.gtin))
    expect(pool.filter((p) => !sold.has(p.gtin)).length).toBeGreaterThan(50)
    expect(new Set(pool.map((p) => p.gtin)).size).toBe(pool.length)
  })
  it('is understood but for what is meant to be odd', () => {
    const kept = {
      columns: [
        { header: 'Net weight', means: 'weight', unit: '' },
        { header: 'Gross weight', means: 'package-weight', unit: '' },
      ],
      type: '',
    }
    const read = pool.slice(0, 120).flatMap((p) => readItem(p, setup, kept))
    expect([...new Set(read.filter((r) => r.path === null).map((r) => r.property))].sort()).toEqual([
      'Country of origin',
      'Guarantee in years',
    ])
    expect([...new Set(read.filter((r) => r.problem !== null).map((r) => r.text.split(' ')[0]))]).toEqual(['approx.'])
  })
  it('would be put right by its makers where the catalogue knows better', () => {
    const bySku = new Map(rows.map((r) => [r.gtin, r]))
    const doubtful = pool.filter((p) => p.doubtful && bySku.has(p.gtin))
    expect(doubtful.length).toBeGreaterThan(20)
    for (const p of doubtful)
      expect(
        answerTo(
          {
            id: '1',
            gtin: p.gtin,
            property: 'Net weight',
            proposed: bySku.get(p.gtin)!.whole.weight!,
            reason: 'weighed',
          },
          p,
        ).agreed,
      ).toBe(true)
  })
})
