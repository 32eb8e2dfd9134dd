import { mkdir, stat, unlink, writeFile } from 'node:fs/promises'
import path from 'node:path'
import { sql } from 'drizzle-orm'
import { stringify } from 'csv-stringify/sync'
import { checkDigit } from '@core/gtin/check-digit'
import { database, inTransaction } from '@server/db/connect'
import { insertContent } from '@server/db/queries/media'
import { raiseStamp } from '@server/db/queries/setup'
import * as t from '@server/db/schema'
import { importProducts } from '@server/services/import-products'
import type { Person } from '@server/services/permission'
import { patchProduct } from '@server/services/products'
import { putRecord, type RecordKindName } from '@server/services/records'
import { hashPassword } from '@server/services/session'
import { contentOfFile } from '@server/services/take-content'
import { settings } from '@server/settings'
import { storage } from '@server/storage/storage'
import { assignments, pieces, specials } from './content'
import { drawing } from './drawings/draw'
import type { Copy, Line, Model } from './line'
import { bags } from './lines/bags'
import { clothing } from './lines/clothing'
import { hardware } from './lines/hardware'
import { attributes, brands, categories, groups, storefronts, types } from './setup'

export const lines: Line[] = [...bags, ...hardware, ...clothing]

interface DemoPerson {
  email: string
  name: string
  role: string
  languages: string[]
  password: string
}

/** GS1's prefix 2 is for restricted circulation, so none of these is a real item's. */
const gtin = (n: number) => {
  const body = `200${String(n).padStart(9, '0')}`
  return body + String(checkDigit(body))
}

const filled = (text: string | undefined, m: Model) => text?.replaceAll('{n}', m.n).replaceAll('{l}', m.facts.volume ?? '') ?? ''

type Row = Record<string, string>

function copyColumns(language: string, copy: Copy | undefined, m: Model): Row {
  return {
    [`name@/${language}`]: filled(copy?.name, m), [`summary@/${language}`]: filled(copy?.summary, m), [`description@/${language}`]: filled(copy?.description, m),
    [`key-points@/${language}`]: (copy?.points ?? []).map((p) => filled(p, m)).join('|'), [`mounting-notes@/${language}`]: filled(copy?.mounting, m),
  }
}

interface Drawn { name: string; colour: string; view: 'whole' | 'detail'; ofVariants: boolean }

/** The pictures of a model: the whole of it, in each colour, and of what hangs on a bicycle its fastening. */
function picturesOf(line: Line, m: Model): Drawn[] {
  const base = m.sku.toLowerCase()
  return [
    { name: `${base}.svg`, colour: m.colour, view: 'whole', ofVariants: false },
    ...(line.type === 'pannier' || line.type === 'handlebar-bag' ? [{ name: `${base}-detail.svg`, colour: m.colour, view: 'detail' as const, ofVariants: false }] : []),
    ...(m.colours ?? []).map((c) => ({ name: `${base}-${c}.svg`, colour: c, view: 'whole' as const, ofVariants: true })),
  ]
}

/** The rows of a product file for a line: each model, and under it its variants. */
function rowsOf(line: Line, count: () => number): Row[] {
  return line.models.flatMap((m) => {
    const languages = ['en-GB', 'de-CH', 'fr-CH', 'it-CH'] as const
    const leaf = !m.sizes
    const parent: Row = {
      'sku': m.sku, 'parent': '', 'type': line.type, 'category': line.category, 'brand': line.brand, 'tags': line.tags.join('|'), 'status': m.status ?? 'active', 'kind': 'shipped',
      'gtin': leaf ? gtin(count()) : '', 'stock': leaf ? String(m.stock) : '', 'price@uk': String(m.uk), 'price@ch': String(m.ch), 'model': m.n,
      'colour': leaf || !m.colours ? m.colour : '', 'pictures': picturesOf(line, m).filter((p) => !p.ofVariants).map((p) => p.name).join('|'), ...line.facts, ...m.facts,
      ...Object.assign({}, ...languages.map((l) => copyColumns(l, line.copy[l], m))) as Row,
    }
    if (leaf) parent.colour = m.colour
    const variants = (m.sizes ?? []).flatMap((size) => (m.colours ?? ['']).map((colour): Row => ({
      sku: `${m.sku}-${size}${colour ? `-${colour.toUpperCase().slice(0, 3)}` : ''}`, parent: m.sku, gtin: gtin(count()), stock: String((size.charCodeAt(0) * 7 + colour.length * 5) % 23), size, ...(colour ? { colour, pictures: `${m.sku.toLowerCase()}-${colour}.svg` } : {}),
    })))
    return [parent, ...variants]
  })
}

/** The demo's product files, by name. */
export function productFiles(): Record<string, string> {
  let n = 1000
  const count = () => ++n
  const files: Record<string, string> = {}
  for (const [name, list] of Object.entries({ bags, hardware, clothing })) {
    const rows = list.flatMap((line) => rowsOf(line, count))
    const columns = [...new Set(rows.flatMap((r) => Object.keys(r)))]
    files[`${name}.csv`] = stringify([columns, ...rows.map((r) => columns.map((c) => r[c] ?? ''))])
  }
  return files
}

/** Puts the drawings into the media library, looked at as anything that is sent. */
async function loadPictures(now: number) {
  const folder = path.join(settings().data, 'demo')
  await mkdir(folder, { recursive: true })
  for (const line of lines) {
    for (const [i, m] of line.models.entries()) {
      for (const p of picturesOf(line, m)) {
        const file = path.join(folder, p.name)
        await writeFile(file, drawing(line.type, p.colour, 0.82 + 0.07 * i, p.view))
        const content = await contentOfFile(file, p.name, (await stat(file)).size)
        await storage().put(content.digest, file, content.mime)
        const labels = Object.fromEntries(Object.entries(line.copy).flatMap(([language, copy]) => (copy?.name ? [[language, filled(copy.name, m)]] : [])))
        await inTransaction(async (tx) => {
          await insertContent(tx, content)
          await tx.db.insert(t.media).values({ name: p.name, digest: content.digest, labels: p.view === 'detail' ? {} : labels, view: p.view, origin: 'Drawn for Tarnwheel', holder: 'Tarnwheel', created: new Date(now) })
        })
        await unlink(file)
      }
    }
  }
}

/** Loads the demo world into an empty database: set-up, people, pictures, products through the importer, content. */
export async function loadDemo(people: DemoPerson[]): Promise<void> {
  const now = Date.now()
  await inTransaction(async ({ db }) => {
    await db.insert(t.customerGroup).values(groups.map((g, position) => ({ ...g, position })))
    await db.insert(t.brand).values(brands)
    await db.insert(t.category).values(categories.map((c, position) => ({ ...c, position })))
    await db.insert(t.storefront).values(storefronts.map((s, position) => ({ ...s, position })))
    await db.insert(t.attribute).values(attributes)
    await db.insert(t.productType).values(types.map((p, position) => ({ ...p, position })))
    await db.insert(t.person).values(await Promise.all(people.map(async ({ password, ...p }) => ({ ...p, passwordHash: await hashPassword(password) }))))
    await raiseStamp(db, 'setup')
  })
  await loadPictures(now)
  const [admin] = await database().select().from(t.person).where(sql`role = 'administrator'`)
  const folder = path.join(settings().data, 'demo')
  await mkdir(folder, { recursive: true })
  for (const [name, csv] of Object.entries(productFiles())) {
    const file = path.join(folder, name)
    await writeFile(file, csv)
    const report = await importProducts(file, { mode: 'apply', take: 'all', title: `Importing ${name}`, personId: null, now })
    if (!report.applied) throw new Error(`The demo file ${name} was refused: ${JSON.stringify(report.rejected.slice(0, 5))}`)
  }
  const person = admin as unknown as Person
  const put = (kind: RecordKindName, list: { code: string }[]) => list.reduce(async (before, r) => {
    await before
    await putRecord(person, kind, r.code, r, undefined, undefined, now)
  }, Promise.resolve())
  await put('pieces', pieces)
  await put('assignments', assignments)
  for (const s of specials) await patchProduct(person, s.sku, '*', { specials: s.prices }, now)
}
