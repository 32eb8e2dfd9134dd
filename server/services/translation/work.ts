import type { BodyOf } from '@contracts/operations'
import type { ShownWork, WorkRecord, WorkCounts, Unit } from '@contracts/translation'
import { fold } from '@core/text/fold'
import { database, inTransaction, type Db, type Tx } from '../../db/connect'
import { pieceCodes } from '../../db/queries/library'
import { firstProductsOf } from '../../db/queries/media'
import { mayTranslateInto, translatorsInto } from '../../db/queries/people'
import { rootIdsOf } from '../../db/queries/reach'
import { loadSetup, type StoredSetup } from '../../db/queries/setup'
import {
  countNames,
  isShown,
  noCounts,
  productProgress,
  productWork,
  productsWithWork,
  type WorkQuery,
} from '../../db/queries/translation-work'
import { countSharesOfOthers, deleteShares, sharesIn, writeShares } from '../../db/queries/work-shares'
import { may, authorize } from '../people/permission'
import type { Person } from '@contracts/people'
import { unprocessable, Problem } from '../problem'
import { filterOf, lensOf } from '../reach/reach'
import { targetEdition } from './target-edition'
import { splitRecord, unitsOfRecords } from './kinds'
import { recordsOfPage } from './page-texts'
import { labelCodes } from './label-records'
import { labelKinds } from './label-kinds'
import type { TargetEdition } from './unit'

export interface WorkAsked {
  storefront: string
  language: string
  show: ShownWork
  q?: string
  /** Kinds of record; all of them without. */
  kinds?: string[]
  /** Of products: a condition. */
  filter?: unknown
  category?: string
  /** Pieces of a campaign's assignments alone. */
  campaign?: string
  /** A product: the texts that its page uses, and nothing else. */
  page?: string
  person?: number
  /** Of what was sent back, only what this person wrote. */
  writer?: number
  due?: string
  /** A record: those alone that come after it. */
  after?: string
}

/** The same in a body: for an edition, or of these records alone. */
export type WorkBody = BodyOf<'checkTranslations'>

/**
 * How many texts stand how. A borrowed text is there. Of what was sent back, `isTheirs` says whether it counts for
 * whoever asks.
 */
export function countUnits(units: readonly Unit[], isTheirs: (u: Unit) => boolean = () => true): WorkCounts {
  const count = (holds: (u: Unit) => boolean) => units.filter(holds).length
  return {
    texts: units.length,
    missing: count((u) => u.target === null && u.borrowed === null),
    stale: count((u) => u.stale),
    unread: count((u) => u.unread),
    returned: count((u) => u.returned && isTheirs(u)),
    toReview: count((u) => u.target !== null && (u.state === 'initial' || u.state === 'translated')),
  }
}

/** The addresses of all records of some kinds but products. A campaign has nothing but pieces. */
async function otherRecords(
  db: Db,
  setup: StoredSetup,
  asked: Pick<WorkAsked, 'kinds' | 'campaign' | 'storefront'>,
): Promise<string[]> {
  const wanted = (kind: string) => !asked.kinds || asked.kinds.includes(kind)
  const out = wanted('piece') ? (await pieceCodes(db, asked.campaign)).map((c) => `piece:${c}`) : []
  if (asked.campaign !== undefined) return out
  for (const kind of Object.keys(labelKinds))
    if (wanted(kind)) out.push(...(await labelCodes(db, setup, kind, asked.storefront)).map((c) => `${kind}:${c}`))
  return out
}

async function productQuery(
  db: Db,
  setup: StoredSetup,
  edition: TargetEdition,
  asked: WorkAsked,
  now: number,
): Promise<WorkQuery> {
  const filter =
    asked.category === undefined
      ? asked.filter
      : { all: [{ field: 'category', is: 'equals', value: asked.category }, ...(asked.filter ? [asked.filter] : [])] }
  const roots =
    filter === undefined
      ? undefined
      : await rootIdsOf(db, setup, filterOf(setup, filter), lensOf(setup, { storefront: asked.storefront }, now))
  return {
    storefront: edition.storefront,
    language: edition.language,
    counting: edition.counting,
    show: asked.show,
    q: asked.q,
    roots,
    person: asked.person,
    writer: asked.writer,
    due: asked.due,
    after: asked.after?.startsWith('product:') ? asked.after.slice('product:'.length) : undefined,
    now,
  }
}

interface Found {
  items: WorkRecord[]
  products: WorkQuery | undefined
  total: WorkCounts
}

/** The records of a question that are not counted by the database: all but products, or those of one page. */
async function foundRecords(
  db: Db,
  setup: StoredSetup,
  edition: TargetEdition,
  asked: WorkAsked,
  now: number,
): Promise<Found> {
  // A question about products alone finds nothing else.
  const records =
    asked.page !== undefined
      ? (await recordsOfPage(setup, asked.page, asked, now)).filter(
          (r) => !asked.kinds || asked.kinds.includes(splitRecord(r).kind),
        )
      : asked.filter === undefined && asked.category === undefined
        ? await otherRecords(db, setup, asked)
        : []
  const [units, shares] = [await unitsOfRecords(db, setup, records, edition), await sharesIn(db, asked.language)]
  const total = noCounts()
  const items: WorkRecord[] = []
  // Products come last: after one of them there is nothing else, unless a page has them among its records.
  const place = asked.after === undefined ? -1 : records.indexOf(asked.after)
  const passed = place < 0 && asked.after?.startsWith('product:') ? records.length : place + 1
  for (const [i, record] of records.entries()) {
    const found = units.get(record)
    if (!found || found.units.length === 0) continue
    const share = shares.get(record)
    const counts = countUnits(
      found.units,
      (u) => asked.writer === undefined || (u.writer ?? share?.personId) === asked.writer,
    )
    add(total, counts)
    if (i < passed) continue
    if (!isShown(counts, asked.show) || (asked.q && !fold(`${record} ${found.title}`).includes(fold(asked.q)))) continue
    if (
      (asked.person !== undefined && share?.personId !== asked.person) ||
      (asked.due !== undefined && !(share?.due && share.due <= asked.due))
    )
      continue
    items.push({ record, title: found.title, ...counts, person: share?.name ?? null, due: share?.due ?? null })
  }
  const wantsProducts =
    (!asked.kinds || asked.kinds.includes('product')) && asked.campaign === undefined && asked.page === undefined
  return { items, total, products: wantsProducts ? await productQuery(db, setup, edition, asked, now) : undefined }
}

const add = (to: WorkCounts, c: WorkCounts) => {
  for (const name of countNames) to[name] += c[name]
}

/** Pictures and files by the product that shows them: nobody knows them by the names of their files. */
async function titledByProduct(db: Db, setup: StoredSetup, items: WorkRecord[]): Promise<WorkRecord[]> {
  const nameOf = ({ record }: WorkRecord) => {
    const { kind, id } = splitRecord(record)
    return kind === 'media' ? id : undefined
  }
  const names = items.flatMap((i) => nameOf(i) ?? [])
  const products = await firstProductsOf(db, setup, names)
  return items.map((i) => ({ ...i, title: products.get(nameOf(i) ?? '') ?? i.title }))
}

/**
 * Records with texts to translate into an edition's language: those that hold few, by kind and code, then products by
 * SKU.
 */
export async function listWork(asked: WorkAsked & { limit: number; offset: number }, now: number) {
  const db = database()
  const setup = await loadSetup(db)
  const found = await foundRecords(db, setup, targetEdition(setup, asked.storefront, asked.language), asked, now)
  const here = await titledByProduct(db, setup, found.items.slice(asked.offset, asked.offset + asked.limit))
  if (!found.products) return { items: here, count: found.items.length, total: found.total }
  const products = await productWork(db, setup, {
    ...found.products,
    offset: Math.max(0, asked.offset - found.items.length),
    limit: asked.limit - here.length,
  })
  add(found.total, products.total)
  return { items: [...here, ...products.items], count: found.items.length + products.count, total: found.total }
}

/** The addresses of the records that a question about the work finds, products by SKU last. */
export async function recordsOfWork(db: Db, setup: StoredSetup, asked: WorkAsked, now: number): Promise<string[]> {
  const { items, products } = await foundRecords(
    db,
    setup,
    targetEdition(setup, asked.storefront, asked.language),
    asked,
    now,
  )
  return [
    ...items.map((i) => i.record),
    ...(products ? await productsWithWork(db, setup, products) : []).map((sku) => `product:${sku}`),
  ]
}

/** Assigns records to a person, with a day on which they are due; without a person, to nobody. */
export async function shareWork(
  person: Person,
  body: { language: string; records: string[]; person: number | null; due: string | null },
): Promise<{ records: number }> {
  authorize(person, 'translate', body.language)
  body.records.forEach(splitRecord)
  return inTransaction(async (tx) => {
    await requireShares(tx, person, body)
    const { records, language, person: to, due } = body
    if (to === null) await deleteShares(tx.db, records, language)
    else await writeShares(tx.db, { records, language, person: to, due })
    return { records: body.records.length }
  })
}

/**
 * A translator takes what nobody has and gives back their own; assigning work to others, or taking it from them, is a
 * manager's.
 */
async function requireShares(
  tx: Tx,
  person: Person,
  body: { language: string; records: string[]; person: number | null },
): Promise<void> {
  if (body.person !== null) {
    const mayTranslate = await mayTranslateInto(tx.db, body.person, body.language)
    if (mayTranslate === undefined)
      throw unprocessable('Nothing has been assigned.', [{ path: 'person', message: 'There is no such person.' }])
    if (!mayTranslate)
      throw unprocessable('Nothing has been assigned.', [
        { path: 'person', message: `This person does not translate into ${body.language}.` },
      ])
  }
  if (may(person, 'edit-content')) return
  const taken = await countSharesOfOthers(tx.db, body.records, body.language, person.id)
  const ofOthers = body.person !== null && body.person !== person.id
  if (ofOthers || taken > 0)
    throw new Problem(
      403,
      'Not allowed',
      `${person.name} can take unassigned work and give it back. Ask a manager to assign it to others.`,
    )
}

/** Who can be given work: everybody who may translate into a language. */
export const translators = (language: string) => translatorsInto(database(), language)

/** Under what a text counts in the progress of its edition. */
function standingOf(u: Unit): string {
  if (u.target === null) return u.borrowed === null ? 'missing' : 'borrowed'
  if (u.returned) return 'returned'
  if (u.stale) return 'stale'
  return u.unread ? 'unread' : (u.state ?? 'final')
}

/** How far each edition is: texts by state, of products and of everything else. */
export async function progress(now: number) {
  const db = database()
  const setup = await loadSetup(db)
  const items = []
  for (const s of setup.storefronts.values()) {
    const others = await otherRecords(db, setup, { storefront: s.code })
    for (const e of s.editions.filter((x) => x.language !== setup.source)) {
      const edition = targetEdition(setup, s.code, e.language)
      const states = await productProgress(db, setup, { ...edition, show: 'all', now })
      for (const { units } of (await unitsOfRecords(db, setup, others, edition)).values()) {
        for (const u of units) {
          const state = standingOf(u)
          states[state] = (states[state] ?? 0) + 1
        }
      }
      items.push({ storefront: s.code, language: e.language, asks: e.asks, states })
    }
  }
  return { items }
}
