import { createHash } from 'node:crypto'
import { eq, sql } from 'drizzle-orm'
import type Joi from 'joi'
import { checkedValue } from '@core/attributes/types/registry'
import { ValueProblem } from '@core/attributes/types/shape'
import { prepareAssignment, type Assignment } from '@core/assignments/assignment'
import { windowIn } from '@core/moments/instant'
import { canonicalTag } from '@core/language/chain'
import { normalForm } from '@core/richtext/normal-form'
import { inlineAddresses } from '@core/richtext/read'
import { checkCondition, namedIn } from '@core/rules/check'
import { RuleError } from '@core/rules/condition'
import { sourceHash } from '@core/translation/state'
import { findUnit } from '@core/units/registry'
import type { Attribute, ProductType } from '@core/attributes/attribute'
import type { Storefront } from '@core/catalogue/model'
import { same } from '@core/catalogue/patch'
import { assignmentRecord, attributeRecord, pieceRecord, productTypeRecord, storefrontRecord, type AssignmentRecord, type PieceRecord } from '@contracts/records'
import { database, inTransaction, type Db, type Tx } from '../db/connect'
import * as t from '../db/schema'
import { attributeOf, loadSetup, raiseStamp, storefrontOf, typeOf, type StoredSetup } from '../db/queries/setup'
import { assignmentOf, pieceRecordOf } from '../db/queries/content'
import { beginStep } from '../db/queries/write-products'
import { refreshFactsOfType } from './refresh-facts'
import { require, type Action, type Person } from './permission'
import { notFitting, notFound, Problem } from './problem'

type Problems = { path: string; message: string }[]

/** One kind of record that travels whole: how it is checked, read and written. */
interface RecordKind<R extends { code: string }> {
  name: string
  action: Action
  stamp: 'setup' | 'content'
  schema: Joi.ObjectSchema<R>
  read(db: Db, code: string): Promise<{ record: R; version: number } | undefined>
  /** What is wrong beyond the shape, and the record as it is stored. */
  check(record: R, before: R | undefined, setup: StoredSetup, tx: Tx): Promise<{ record: R; problems: Problems }>
  write(tx: Tx, record: R, before: R | undefined, setup: StoredSetup): Promise<void>
  after?(tx: Tx, record: R, before: R | undefined): Promise<void>
}

const first = async <T>(rows: Promise<T[]>) => (await rows)[0]

const attributes: RecordKind<Attribute> = {
  name: 'attribute', action: 'set-up', stamp: 'setup', schema: attributeRecord,
  async read(db, code) {
    const row = await first(db.select().from(t.attribute).where(eq(t.attribute.code, code)))
    return row && { record: attributeOf(row), version: row.version }
  },
  async check(record, before, setup, tx) {
    const problems: Problems = []
    if (record.unit && findUnit(record.unit)?.family !== record.family) problems.push({ path: 'unit', message: `“${record.unit}” is not a unit of ${record.family ?? 'anything'}.` })
    if (before) {
      const id = setup.attributeIds.get(record.code)!
      const used = async (condition: ReturnType<typeof sql>) => (await tx.db.execute<{ n: number }>(sql`select count(*)::int as n from value where attribute_id = ${id} and ${condition}`)).rows[0]!.n
      const keep = async (path: string, condition: ReturnType<typeof sql>, message: string) => {
        const n = await used(condition)
        if (n > 0) problems.push({ path, message: message.replace('#', String(n)) })
      }
      if (record.type !== before.type || record.family !== before.family) await keep('type', sql`true`, '# values are stored in the present type. Clear them, or make another attribute.')
      if (record.translatable !== before.translatable) await keep('translatable', sql`true`, '# values are stored as they are scoped now.')
      if (!record.perStorefront && before.perStorefront) await keep('perStorefront', sql`storefront_id <> 0`, '# values belong to one storefront.')
      for (const gone of before.options.filter((o) => !record.options.some((n) => n.code === o.code))) {
        await keep('options', sql`value @> ${JSON.stringify(before.type === 'choices' ? [gone.code] : gone.code)}::jsonb`, `“${gone.code}” is chosen in # values.`)
        const ruled = await rulesNaming(tx.db, setup, `option:${record.code}:${gone.code}`)
        if (ruled.length > 0) problems.push({ path: 'options', message: `The assignment ${ruled.join(', ')} names “${gone.code}”. Change its rule first.` })
      }
    }
    return { record, problems }
  },
  async write(tx, r) {
    const row = { type: r.type, labels: r.labels, help: r.help, family: r.family, unit: r.unit, options: r.options, translatable: r.translatable, perStorefront: r.perStorefront }
    await tx.db.insert(t.attribute).values({ code: r.code, ...row }).onConflictDoUpdate({ target: t.attribute.code, set: { ...row, version: sql`${t.attribute.version} + 1` } })
  },
}

async function rulesNaming(db: Db, setup: StoredSetup, what: string): Promise<string[]> {
  const all = await db.select().from(t.assignment)
  return all.filter((a) => a.reach.rule !== null && namedIn(checkCondition(a.reach.rule, setup)).includes(what)).map((a) => `“${a.name}”`)
}

const types: RecordKind<ProductType> = {
  name: 'product type', action: 'set-up', stamp: 'setup', schema: productTypeRecord,
  async read(db, code) {
    const row = await first(db.select().from(t.productType).where(eq(t.productType.code, code)))
    return row && { record: typeOf(row), version: row.version }
  },
  async check(record, _before, setup) {
    const problems: Problems = []
    record.attributes.forEach((a, i) => {
      const attribute = setup.attributes.get(a.attribute)
      if (!attribute) problems.push({ path: `attributes[${i}].attribute`, message: `There is no attribute “${a.attribute}”.` })
      else {
        try {
          a.default = checkedValue(a.default, attribute)
        } catch (e) {
          if (!(e instanceof ValueProblem)) throw e
          problems.push({ path: `attributes[${i}].default`, message: e.message })
        }
      }
      if (!record.groups.some((g) => g.code === a.group)) problems.push({ path: `attributes[${i}].group`, message: `The type has no group “${a.group}”.` })
    })
    return { record, problems }
  },
  async write(tx, r) {
    const row = { labels: r.labels, groups: r.groups, attributes: r.attributes }
    await tx.db.insert(t.productType).values({ code: r.code, ...row }).onConflictDoUpdate({ target: t.productType.code, set: { ...row, version: sql`${t.productType.version} + 1` } })
  },
  async after(tx, record, before) {
    const reading = (r: ProductType) => r.attributes.map((a) => [a.attribute, a.perVariant, a.default])
    // Only what the facts depend on makes them old.
    if (before && !same(reading(record), reading(before))) await refreshFactsOfType(tx, record.code)
  },
}

const storefronts: RecordKind<Storefront> = {
  name: 'storefront', action: 'set-up', stamp: 'setup', schema: storefrontRecord,
  async read(db, code) {
    const row = await first(db.select().from(t.storefront).where(eq(t.storefront.code, code)))
    return row && { record: storefrontOf(row), version: row.version }
  },
  async check(record) {
    const problems: Problems = []
    record.editions.forEach((e, i) => [e.language, ...e.borrow].forEach((l) => {
      if (canonicalTag(l) !== l) problems.push({ path: `editions[${i}]`, message: `“${l}” is not a language tag such as fr-CH.` })
    }))
    try {
      new Intl.DateTimeFormat('en', { timeZone: record.timeZone })
    } catch {
      problems.push({ path: 'timeZone', message: `“${record.timeZone}” is not a time zone such as Europe/Zurich.` })
    }
    return { record, problems }
  },
  async write(tx, r) {
    const row = { name: r.name, currency: r.currency, timeZone: r.timeZone, editions: r.editions, facts: r.facts, layout: r.layout }
    await tx.db.insert(t.storefront).values({ code: r.code, position: sql`(select coalesce(max(position), 0) + 1 from storefront)`, ...row })
      .onConflictDoUpdate({ target: t.storefront.code, set: { ...row, version: sql`${t.storefront.version} + 1` } })
  },
  async after(tx, record, before) {
    // A new storefront needs facts wherever storefronts differ, a new time zone new instants.
    if (!before || before.timeZone !== record.timeZone) await refreshFactsOfType(tx, null)
  },
}

const pieces: RecordKind<PieceRecord> = {
  name: 'piece', action: 'edit-content', stamp: 'content', schema: pieceRecord,
  async read(db, code) {
    const found = await pieceRecordOf(db, await loadSetup(db), code)
    return found && { record: found.record, version: found.version }
  },
  async check(record, _before, setup) {
    const problems: Problems = []
    const texts = record.texts.map((x, i) => {
      if (x.storefront !== null && !setup.storefronts.has(x.storefront)) problems.push({ path: `texts[${i}].storefront`, message: `There is no storefront “${x.storefront}”.` })
      if (canonicalTag(x.language) !== x.language) problems.push({ path: `texts[${i}].language`, message: `“${x.language}” is not a language tag such as fr-CH.` })
      const body = normalForm(x.body)
      for (const address of inlineAddresses(body)) {
        if (!knownAddress(address, setup)) problems.push({ path: `texts[${i}].body`, message: `The inline value “${address}” names nothing that is known here.` })
      }
      return { ...x, title: x.title.trim().normalize('NFC'), body }
    })
    record.needed.forEach((a, i) => {
      if (!knownAddress(a, setup)) problems.push({ path: `needed[${i}]`, message: `“${a}” names nothing that is known here.` })
    })
    return { record: { ...record, texts: texts.filter((x) => x.title !== '' || x.body !== '') }, problems }
  },
  async write(tx, r, _before, setup) {
    const [row] = await tx.db.insert(t.piece).values({ code: r.code, kind: r.kind, name: r.name, note: r.note, needed: r.needed })
      .onConflictDoUpdate({ target: t.piece.code, set: { kind: r.kind, name: r.name, note: r.note, needed: r.needed, version: sql`${t.piece.version} + 1` } }).returning({ id: t.piece.id })
    const old = await tx.db.select().from(t.pieceText).where(eq(t.pieceText.pieceId, row!.id))
    await tx.db.delete(t.pieceText).where(eq(t.pieceText.pieceId, row!.id))
    if (r.texts.length === 0) return
    await tx.db.insert(t.pieceText).values(r.texts.map((x) => {
      const storefrontId = x.storefront ? setup.storefrontIds.get(x.storefront)! : 0
      const before = old.find((o) => o.storefrontId === storefrontId && o.language === x.language)
      const source = sourceTextOf(r, x.storefront, setup.source)
      const states: typeof t.pieceText.$inferInsert.states = {}
      for (const part of ['title', 'body'] as const) {
        if (x.language === setup.source || x[part] === '') continue
        const present = { sourceHash: source?.[part] ? sourceHash(source[part]) : null, madeFrom: source?.[part] ?? null }
        const kept = before?.[part] === x[part] ? before.states[part] : undefined
        const state = x.states?.[part] ?? kept?.state ?? 'translated'
        const from = x.sources?.[part] ?? kept?.sourceHash
        // A text that was not touched keeps the source it was made from, so that it goes stale, and stays so until it is
        // written anew, is given another state, or names the present source as the one it is right for.
        if (kept && state === kept.state && from === kept.sourceHash) states[part] = kept
        else if (kept && state === kept.state && from !== present.sourceHash) states[part] = { state, sourceHash: from ?? null, madeFrom: null }
        else states[part] = { state, ...present }
      }
      return { pieceId: row!.id, storefrontId, language: x.language, title: x.title, body: x.body, states }
    }))
  },
}

/** The text that a piece's translations for a storefront are made from: its own, else the general one. */
export function sourceTextOf(piece: PieceRecord, storefront: string | null, source: string) {
  return piece.texts.find((s) => s.language === source && s.storefront === storefront) ?? piece.texts.find((s) => s.language === source && s.storefront === null)
}

/** Whether an inline value's address names an attribute or a fact of some storefront. */
export function knownAddress(address: string, setup: StoredSetup): boolean {
  const [kind, code] = address.split(':', 2) as [string, string]
  return kind === 'attribute' ? setup.attributes.has(code) : [...setup.storefronts.values()].some((s) => code in s.facts)
}

const assignments: RecordKind<AssignmentRecord> = {
  name: 'assignment', action: 'edit-content', stamp: 'content', schema: assignmentRecord,
  async read(db, code) {
    const row = await first(db.select().from(t.assignment).where(eq(t.assignment.code, code)))
    return row && { record: assignmentOf(row), version: row.version }
  },
  async check(record, before, setup, tx) {
    const problems: Problems = []
    try {
      prepareAssignment({ ...record, number: before?.number ?? 0 } as Assignment, setup)
    } catch (e) {
      if (!(e instanceof RuleError)) throw e
      problems.push(...e.problems.map((p) => ({ path: ['reach.rule', p.path].filter(Boolean).join('.'), message: p.message })))
    }
    const known = (list: string[], has: (c: string) => boolean, path: string, what: string) => list.forEach((c, i) => {
      if (!has(c)) problems.push({ path: `${path}[${i}]`, message: `There is no ${what} “${c}”.` })
    })
    known(record.limits.storefronts, (c) => setup.storefronts.has(c), 'limits.storefronts', 'storefront')
    known(record.limits.groups, (c) => setup.groups.has(c), 'limits.groups', 'customer group')
    known(record.limits.languages, (c) => [...setup.storefronts.values()].some((s) => s.editions.some((e) => e.language === c)), 'limits.languages', 'edition in the language')
    try {
      const w = windowIn(record.limits, 'UTC')
      if (w.from >= w.to) problems.push({ path: 'limits.to', message: 'The end lies before the beginning.' })
    } catch (e) {
      problems.push({ path: 'limits', message: (e as Error).message })
    }
    const there = await tx.db.select({ code: t.piece.code }).from(t.piece)
    known(record.pieces, (c) => there.some((p) => p.code === c), 'pieces', 'piece')
    for (const list of ['chosen', 'added', 'leftOut'] as const) {
      const { rows } = await tx.db.execute<{ sku: string }>(sql`select s as sku from unnest(${sql.param(record.reach[list])}::text[]) s where not exists (select 1 from product p where p.sku = s)`)
      if (rows.length > 0) problems.push({ path: `reach.${list}`, message: `There is no product ${rows.slice(0, 5).map((r) => `“${r.sku}”`).join(', ')}.` })
    }
    return { record, problems }
  },
  async write(tx, r) {
    const row = { name: r.name, pieces: r.pieces, reach: r.reach, limits: r.limits, area: r.area, order: r.order, resting: r.resting }
    await tx.db.insert(t.assignment).values({ code: r.code, ...row }).onConflictDoUpdate({ target: t.assignment.code, set: { ...row, version: sql`${t.assignment.version} + 1` } })
  },
}

/** Every kind of record that travels whole, by its name in the address. */
export const recordKinds = { attributes, 'product-types': types, storefronts, pieces, assignments } as const
export type RecordKindName = keyof typeof recordKinds

const tagOf = (record: unknown) => `"${createHash('sha256').update(JSON.stringify(record)).digest('base64url').slice(0, 22)}"`

/** One record and its entity tag. */
export async function getRecord(kind: RecordKindName, code: string) {
  const k = recordKinds[kind] as unknown as RecordKind<{ code: string }>
  const found = await k.read(database(), code)
  if (!found) throw notFound(`${k.name} “${code}”`)
  return { record: found.record, tag: tagOf(found.record) }
}

/**
 * Writes a whole record. What is there already changes nothing. With `ifMatch`, only over the version seen (412);
 * with `*` in `ifNoneMatch`, only where there is none yet.
 */
export async function putRecord(person: Person, kind: RecordKindName, code: string, body: unknown, ifMatch: string | undefined, ifNoneMatch: string | undefined, now: number) {
  require(person, recordKinds[kind].action)
  return writeRecord(person, kind, code, body, ifMatch, ifNoneMatch, now)
}

/** The same, where the caller has asked for permission: a translator writes texts of a piece, not the piece. */
export async function writeRecord(person: Person, kind: RecordKindName, code: string, body: unknown, ifMatch: string | undefined, ifNoneMatch: string | undefined, now: number) {
  const k = recordKinds[kind] as unknown as RecordKind<{ code: string }>
  const { value, error } = k.schema.validate(body, { abortEarly: false, convert: false })
  if (error) throw notFitting('Some of this cannot be taken. Nothing has been changed.', error.details.map((d) => ({ path: d.path.map((p) => (typeof p === 'number' ? `[${p}]` : `.${p}`)).join('').replace(/^\./, ''), message: d.message })))
  if (value.code !== code) throw notFitting('The code in the body is another one than in the address.', [{ path: 'code', message: `The address names “${code}”.` }])
  return inTransaction(async (tx) => {
    await tx.db.execute(sql`select pg_advisory_xact_lock(hashtext(${`${kind}:${code}`}))`)
    const setup = await loadSetup(tx.db)
    const before = await k.read(tx.db, code)
    if (ifNoneMatch === '*' && before) throw new Problem(412, 'Exists already', `There is a ${k.name} “${code}” already. Choose another code.`)
    if (ifMatch !== undefined && ifMatch !== '*' && (!before || ifMatch !== tagOf(before.record))) {
      throw new Problem(412, 'Changed meanwhile', `Somebody else has changed this ${k.name} since you opened it. Nothing has been overwritten.`, undefined, { current: before?.record ?? null })
    }
    const { record, problems } = await k.check(value, before?.record, setup, tx)
    if (problems.length > 0) throw notFitting('Some of this cannot be taken. Nothing has been changed.', problems)
    if (before && same(before.record, JSON.parse(JSON.stringify({ ...before.record, ...record })))) return { record: before.record, tag: tagOf(before.record), created: false }
    await k.write(tx, record, before?.record, setup)
    await raiseStamp(tx.db, k.stamp)
    const step = await beginStep(tx, `${before ? 'Changed' : 'Made'} the ${k.name} “${code}”`, person.id, now)
    const stored = (await k.read(tx.db, code))!.record
    await tx.db.insert(t.change).values({ stepId: step, record: `${kind}:${code}`, differences: [{ path: '', before: before?.record ?? null, after: stored }] })
    await k.after?.(tx, record, before?.record)
    return { record: stored, tag: tagOf(stored), created: !before }
  })
}
