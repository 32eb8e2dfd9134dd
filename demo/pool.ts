import { existsSync } from 'node:fs'
import { mkdir, rename, writeFile } from 'node:fs/promises'
import { poolFile, poolFolder, type PoolLine } from '@server/stand-ins/file-pool'
import { productRows } from './rows'
import { attributes, brands, types } from './setup/world'
import { day } from './day'

/** What the pool calls what we call otherwise. */
const poolNames: Record<string, string> = {
  weight: 'Net weight',
  'package-weight': 'Gross weight',
  'warranty-years': 'Guarantee in years',
}
const told = [
  'volume',
  'weight',
  'load-limit',
  'rail-diameter',
  'material',
  'colour',
  'size',
  'output',
  'burn-time',
  'length',
  'reflective',
  'battery-included',
  'package-weight',
  'warranty-years',
  'security-level',
  'mounting',
]

const byCode = new Map(attributes.map((a) => [a.code, a]))
/** A cell of ours in the pool's words: options by their labels. */
const inWords = (code: string, cell: string) =>
  cell
    .split('|')
    .map((c) => byCode.get(code)!.options.find((o) => o.code === c)?.labels['en-GB'] ?? c)
    .join('|')
const more = (measure: string, share: number) =>
  measure.replace(/[\d.]+/, (n) => String(Number((Number(n) * share).toPrecision(3))))

/**
 * The items of the demo's data pool: what is sold here, as its makers describe it, and models of theirs that are not.
 * Some say other than the catalogue: an old weight that the maker would put right, or a material that he stands by.
 */
export function poolLines(): PoolLine[] {
  return productRows({ withOthers: true })
    .filter((r) => r.gtin)
    .map((row, n) => {
      const { whole } = row
      const properties: Record<string, string> = {
        'Product name (en)': whole['name@/en-GB']!,
        'Article number': row.sku,
        Brand: brands.find((b) => b.name === whole.brand)!.name,
        'Product type': types.find((t) => t.code === whole.type)!.labels['en-GB']!,
      }
      if (whole['name@/de-CH']) properties['Product name (de)'] = whole['name@/de-CH']
      if (whole['summary@/en-GB']) properties['Summary'] = whole['summary@/en-GB']
      for (const code of told)
        if (whole[code]) properties[poolNames[code] ?? byCode.get(code)!.labels['en-GB']!] = inWords(code, whole[code])
      const doubtful: Record<string, string> = {}
      if (whole.weight && n % 6 === 1) {
        doubtful['Net weight'] = whole.weight
        properties['Net weight'] = more(whole.weight, 1.08)
      }
      if (whole.material && n % 9 === 4)
        properties.Material = whole.material === 'aluminium' ? 'Chromoly steel' : 'Recycled nylon'
      if (whole['load-limit'] && n % 14 === 5) properties['Load limit'] = `approx. ${whole['load-limit']}`
      if (n % 4 === 0) properties['Country of origin'] = ['Portugal', 'Taiwan', 'Czechia', 'Denmark'][(n / 4) % 4]!
      return {
        gtin: row.gtin,
        brand: properties.Brand!,
        model: `${whole.model}${whole.size ? ` ${whole.size}` : ''}`.trim(),
        updated: day(-60 - 30 * (n % 9) - (n % 27)),
        properties,
        ...(Object.keys(doubtful).length > 0 ? { doubtful } : {}),
      }
    })
}

/** Writes the stand-in's file where there is none yet. */
export async function ensurePool(): Promise<void> {
  if (existsSync(poolFile())) return
  await mkdir(poolFolder(), { recursive: true })
  await writeFile(
    `${poolFile()}.new`,
    poolLines()
      .map((l) => `${JSON.stringify(l)}\n`)
      .join(''),
  )
  await rename(`${poolFile()}.new`, poolFile())
}
