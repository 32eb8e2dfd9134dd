import { mkdir, stat, unlink, writeFile } from 'node:fs/promises'
import path from 'node:path'
import { sql } from 'drizzle-orm'
import { stringify } from 'csv-stringify/sync'
import { database, inTransaction } from '@server/db/connect'
import type { MediaContent } from '@core/media/item'
import { insertContent } from '@server/db/queries/media'
import { raiseStamp } from '@server/db/queries/setup'
import * as t from '@server/db/schema'
import { setMeaning } from '@server/services/pool/meanings'
import { importProducts } from '@server/services/imports/import-products'
import type { Person } from '@contracts/people'
import { patchProduct } from '@server/services/products/products'
import { evaluateDue, lookAfterReadiness } from '@server/services/readiness/due'
import { anyVersion, putRecord } from '@server/services/records/records'
import type { RecordKindName } from '@contracts/operations/records'
import { hashPassword } from '@server/services/people/session'
import { contentOfFile } from '@server/services/media/content-of-file'
import { settings } from '@server/settings'
import { storage } from '@server/storage/chosen'
import {
  assignments,
  blockKinds,
  campaigns,
  openingSpecials,
  pieces,
  questions,
  composedPages,
  questionSets,
  specials,
} from './content'
import { drawing } from './drawings/draw'
import { guidePages } from './drawings/guide'
import { nightRide } from './drawings/scenes'
import { nightPicture } from './content/pages'
import { terms } from './content/terms'
import { rememberTexts } from './memory'
import { recipes } from './recipes'
import { leaveWaiting, releaseAll } from './releases'
import { fileRows, lines, namesOf, picturesOf } from './rows'
import { attributes, brands, categories, groups, storefronts, types } from './setup/world'
import { now as clock } from '@server/clock'

interface DemoPerson {
  email: string
  name: string
  role: string
  languages: string[]
  password: string
}

/** The demo's product files, by name. */
export function productFiles(): Record<string, string> {
  return Object.fromEntries(
    Object.entries(fileRows()).map(([name, rows]) => {
      const columns = [...new Set(rows.flatMap((r) => Object.keys(r.cells)))].filter((c) =>
        rows.some((r) => r.cells[c]),
      )
      return [
        name,
        stringify([['sku', ...columns], ...rows.map((r) => [r.sku, ...columns.map((c) => r.cells[c] ?? '')])]),
      ]
    }),
  )
}

/** Contents that were looked at, by themselves: many models are drawn alike. */
type Looked = Map<string, Promise<MediaContent>>

async function look(name: string, content: string): Promise<MediaContent> {
  const file = path.join(settings().data, 'demo', name)
  await writeFile(file, content)
  const looked = await contentOfFile(file, name, (await stat(file)).size)
  await storage().put(looked.digest, file, looked.mime)
  await unlink(file)
  await inTransaction((tx) => insertContent(tx, looked))
  return looked
}

/** Puts the drawings and guides into the media library, looked at as anything that is sent. */
async function loadMedia(now: number) {
  await mkdir(path.join(settings().data, 'demo'), { recursive: true })
  const looked: Looked = new Map()
  const rows: (typeof t.media.$inferInsert)[] = []
  const keep = async (name: string, content: string, described: Partial<typeof t.media.$inferInsert>) => {
    if (!looked.has(content)) looked.set(content, look(name, content))
    rows.push({
      name,
      digest: (await looked.get(content)!).digest,
      origin: 'Drawn for Tarnwheel',
      holder: 'Tarnwheel',
      created: new Date(now),
      ...described,
    })
  }
  for (const line of lines) {
    await Promise.all(
      line.models.flatMap((m, i) => {
        const labels = namesOf(line, m)
        const pictures = picturesOf(line, m).map((p) =>
          keep(p.name, drawing(line.type, p.colour, 0.82 + 0.11 * (i % 3), p.view), {
            labels: p.view === 'detail' ? {} : labels,
            view: p.view,
          }),
        )
        return line.type === 'repair-guide'
          ? [
              ...pictures,
              keep(m.facts['guide-files']!, guidePages(labels['en-GB']!, Number(m.facts.pages)), {
                labels,
                origin: 'Written by the workshop',
              }),
            ]
          : pictures
      }),
    )
  }
  await keep(nightPicture, nightRide(), {
    labels: {
      'en-GB': 'A bicycle with a lamp in a street at night',
      'de-DE': 'Ein Fahrrad mit Lampe auf einer nächtlichen Straße',
      'fr-CH': 'Un vélo et son phare dans une rue, la nuit',
    },
  })
  await database().insert(t.media).values(rows)
}

/** Loads the demo world into an empty database: set-up, people, pictures, products through the importer, content. */
export async function loadDemo(people: DemoPerson[]): Promise<void> {
  const now = clock()
  await inTransaction(async ({ db }) => {
    await db.insert(t.customerGroup).values(groups.map((g, position) => ({ ...g, position })))
    await db.insert(t.brand).values(brands)
    await db.insert(t.category).values(categories.map((c, position) => ({ ...c, position })))
    await db.insert(t.storefront).values(storefronts.map((s, position) => ({ ...s, position })))
    await db.insert(t.attribute).values(attributes)
    await db.insert(t.productType).values(types.map((p, position) => ({ ...p, position })))
    await db
      .insert(t.person)
      .values(
        await Promise.all(
          people.map(async ({ password, ...p }) => ({ ...p, passwordHash: await hashPassword(password) })),
        ),
      )
    await raiseStamp(db, 'setup')
  })
  await loadMedia(now)
  const [admin] = await database()
    .select()
    .from(t.person)
    .where(sql`role = 'administrator'`)
  const folder = path.join(settings().data, 'demo')
  for (const [name, csv] of Object.entries(productFiles())) {
    const file = path.join(folder, name)
    await writeFile(file, csv)
    const report = await importProducts(file, {
      mode: 'apply',
      take: 'all',
      title: `Importing ${name}`,
      personId: null,
      now,
    })
    if (!report.applied)
      throw new Error(`The demo file ${name} was refused: ${JSON.stringify(report.rejected.slice(0, 5))}`)
  }
  const person = admin as unknown as Person
  const put = (kind: RecordKindName, list: { code: string }[], at = now) =>
    list.reduce(async (before, r) => {
      await before
      await putRecord(person, kind, r.code, r, anyVersion, at)
    }, Promise.resolve())
  // What the pool calls otherwise was said once; the rest is still to be said.
  for (const [property, means] of [
    ['Net weight', 'weight'],
    ['Gross weight', 'package-weight'],
  ] as const)
    await setMeaning(person, { property, means })
  await put('campaigns', campaigns)
  await put('block-kinds', blockKinds)
  await put('pieces', [...questions, ...pieces])
  await put('question-sets', questionSets)
  await put('assignments', assignments.slice(0, -1))
  await put('composed-pages', composedPages)
  await put('recipes', recipes)
  await put('glossary', terms)
  const skus = lines.flatMap((line) => line.models.map((m) => `product:${m.sku}`))
  await rememberTexts([...skus, ...[...questions, ...pieces].map((p) => `piece:${p.code}`)], now)
  for (const s of openingSpecials) await patchProduct(person, s.sku, '*', { specials: s.prices }, now)
  // Nobody should have to wait for the worker to see how far things are.
  await lookAfterReadiness(now)
  await evaluateDue(clock)
  await releaseAll(person, storefronts)
  // What came after the last release waits for the next.
  const later = clock()
  await put('assignments', assignments.slice(-1), later)
  for (const s of specials) await patchProduct(person, s.sku, '*', { specials: s.prices }, later)
  await evaluateDue(clock)
  await leaveWaiting(person, 'be')
}
