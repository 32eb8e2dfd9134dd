import { once } from 'node:events'
import { createWriteStream } from 'node:fs'
import { finished } from 'node:stream/promises'
import { checkDigit } from '@core/gtin/check-digit'
import { seeded } from '@core/numbers/seeded'

const types = [
  ['pannier', 'Bags > Panniers'],
  ['handlebar-bag', 'Bags > Handlebar bags'],
  ['lock', 'On the bike > Locks'],
  ['rack', 'On the bike > Racks'],
  ['gloves', 'Clothing > Gloves'],
  ['front-light', 'Lights > Front lights'],
] as const
const brands = ['Tarnwheel', 'Oxbrook', 'Lumenfell', 'Pedersholt', 'Kazemori', 'Varga & Daughter']
const names = ['Regn', 'Market', 'Tani', 'Porteur', 'Shoreline', 'Vakt', 'Bastion', 'Tether', 'Vante', 'Suzu']
export const columns = [
  'sku',
  'type',
  'category',
  'brand',
  'status',
  'gtin',
  'stock',
  'price@uk',
  'price@ch',
  'name',
  'weight',
  'volume',
] as const

async function write(file: string, rows: Iterable<string>) {
  const out = createWriteStream(file)
  for (const row of rows) if (!out.write(`${row}\n`)) await once(out, 'drain')
  out.end()
  await finished(out)
}

const gtin = (n: number) => {
  const body = `201${String(n).padStart(9, '0')}`
  return body + String(checkDigit(body))
}

/** A product file of `n` rows and 12 columns, every sixth a parent of gloves. */
export function writeProducts(file: string, n: number): Promise<void> {
  const next = seeded(4870)
  const pick = <T>(list: readonly T[]) => list[Math.floor(next() * list.length)]!
  function* rows() {
    yield columns.join(',')
    for (let i = 0; i < n; i++) {
      const [type, category] = types[i % types.length]!
      const uk = Math.round(next() * 12000) / 100 + 5
      yield [
        `BN-${i}`,
        type,
        category,
        pick(brands),
        pick(['active', 'active', 'draft']),
        gtin(i),
        Math.floor(next() * 50),
        uk.toFixed(2),
        (uk * 1.3).toFixed(2),
        `${pick(names)} ${i}`,
        `${Math.round(next() * 2000) + 50} g`,
        next() < 0.7 ? `${Math.round(next() * 40)} L` : '',
      ].join(',')
    }
  }
  return write(file, rows())
}

/** Three sizes for every second parent of gloves. */
export function writeVariants(file: string, n: number): Promise<void> {
  const next = seeded(4871)
  function* rows() {
    yield 'sku,parent,size,stock,price@uk'
    for (let i = 4; i < n; i += 12)
      for (const size of ['S', 'M', 'L'])
        yield [
          `BN-${i}-${size}`,
          `BN-${i}`,
          size,
          Math.floor(next() * 5),
          next() < 0.5 ? (next() * 80 + 5).toFixed(2) : '',
        ].join(',')
  }
  return write(file, rows())
}
