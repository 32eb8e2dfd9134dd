import type { AttributeTypeName, Value } from '@core/attributes/attribute'
import { attributeTypes } from '@core/attributes/types/registry'
import { same, valuePath } from '@core/catalogue/patch'
import { fold } from '@core/text/fold'
import { isStale, sourceHash, type TranslationState } from '@core/translation/state'
import type { PieceRecord } from '@contracts/records'
import { database } from '../db/connect'
import { pieceRecordOf } from '../db/queries/content'
import { pieceWork, productWork } from '../db/queries/translation-work'
import { loadFamilyOf, memberOf } from '../db/queries/families'
import { loadSetup, type StoredSetup } from '../db/queries/setup'
import { require, type Person } from './permission'
import { notFitting, notFound, Problem } from './problem'
import { editionOrProblem, patchProduct } from './products'
import { getRecord, writeRecord } from './records'
import { sourceTextOf } from './records/pieces'

/** One translatable text of a record: its source, its target in a language, how far that is. */
export interface Unit {
  unit: string
  label: string
  type: AttributeTypeName
  /** The storefront of the source's scope, if it has one. */
  storefront: string | null
  source: Value
  target: Value | null
  state: TranslationState | null
  stale: boolean
  /** The source that the target was made from, where that has changed since. */
  madeFrom: Value | null
}

const split = (record: string) => ({ kind: record.slice(0, record.indexOf(':')), id: record.slice(record.indexOf(':') + 1) })

/** The units of a product or piece in an edition's language: everything that has a source text. */
export async function listUnits(q: { storefront: string; language: string; record: string }) {
  const db = database()
  const setup = await loadSetup(db)
  editionOrProblem(setup, q.storefront, q.language)
  const { kind, id } = split(q.record)
  return kind === 'product' ? productUnits(setup, id, q.storefront, q.language) : pieceUnits(setup, id, q.storefront, q.language)
}

async function productUnits(setup: StoredSetup, sku: string, storefront: string, language: string) {
  const family = await loadFamilyOf(database(), setup, sku)
  if (!family) throw notFound(`product “${sku}”`)
  const product = memberOf(family, sku)
  const order = setup.types.get(product.type)?.attributes.map((a) => a.attribute) ?? []
  const units = product.values.filter((v) => v.language === setup.source && (v.storefront === null || v.storefront === storefront)).flatMap((v): Unit[] => {
    const attribute = setup.attributes.get(v.attribute)!
    if (!attributeTypes[attribute.type].isText) return []
    const target = product.values.find((x) => x.attribute === v.attribute && x.storefront === v.storefront && x.language === language)
    const mark = product.marks.get(`${v.attribute}@${v.storefront ?? ''}/${language}`)
    const stale = target !== undefined && isStale(mark?.sourceHash ?? null, v.value)
    return [{
      unit: valuePath({ ...v, language: null }), label: attribute.labels[setup.source] ?? v.attribute, type: attribute.type, storefront: v.storefront,
      source: v.value, target: target?.value ?? null, state: (mark?.state as TranslationState | undefined) ?? null, stale, madeFrom: stale ? mark?.madeFrom ?? null : null,
    }]
  }).sort((a, b) => order.indexOf(a.unit.replace(/^attribute:|@.*$/g, '')) - order.indexOf(b.unit.replace(/^attribute:|@.*$/g, '')))
  const name = product.values.find((v) => v.attribute === 'name' && v.language === setup.source)?.value
  return { record: `product:${sku}`, title: name === undefined ? sku : String(name), source: setup.source, language, units }
}

async function pieceUnits(setup: StoredSetup, code: string, storefront: string, language: string) {
  const found = await pieceRecordOf(database(), setup, code)
  if (!found) throw notFound(`piece “${code}”`)
  const { rows, record } = found
  const shop = (id: number) => setup.storefrontCodes.get(id) ?? null
  const units = rows.filter((r) => r.language === setup.source && (r.storefrontId === 0 || shop(r.storefrontId) === storefront)).flatMap((r) => (['title', 'body'] as const).flatMap((part): Unit[] => {
    if (r[part] === '') return []
    const target = rows.find((x) => x.language === language && x.storefrontId === r.storefrontId)
    const mark = target?.states[part]
    const stale = Boolean(target?.[part]) && isStale(mark?.sourceHash ?? null, r[part])
    return [{
      unit: r.storefrontId === 0 ? part : `${part}@${shop(r.storefrontId)!}/`, label: part === 'title' ? 'Title' : 'Text', type: part === 'title' ? 'text' : 'rich-text', storefront: shop(r.storefrontId),
      source: r[part], target: target?.[part] || null, state: (mark?.state as TranslationState | undefined) ?? null, stale, madeFrom: stale ? mark?.madeFrom ?? null : null,
    }]
  }))
  return { record: `piece:${code}`, title: record.name, source: setup.source, language, units }
}

interface SaveBody {
  storefront: string
  language: string
  record: string
  units: { unit: string; target: Value | null; state?: TranslationState; base: Value | null }[]
}

/** Saves translations of one record: each names the target it was made over, so that only what was changed meanwhile conflicts. */
export async function saveUnits(person: Person, body: SaveBody, now: number) {
  const setup = await loadSetup(database())
  editionOrProblem(setup, body.storefront, body.language)
  require(person, 'translate', body.language)
  if (body.language === setup.source) throw notFitting('The source language is written on the product, not translated.')
  const { kind, id } = split(body.record)
  if (kind === 'product') {
    const values = body.units.map((u) => {
      const m = /^attribute:([^@]+)(?:@([^/]*)\/)?$/.exec(u.unit)
      if (!m) throw notFitting('Nothing has been changed.', [{ path: 'units', message: `There is no unit “${u.unit}”.` }])
      return { attribute: m[1]!, storefront: m[2] || null, language: body.language, value: u.target, base: u.base, ...(u.state ? { state: u.state } : {}) }
    })
    await patchProduct(person, id, '*', { values }, now)
  } else {
    await savePieceUnits(person, setup, id, body, now)
  }
  return listUnits(body)
}

async function savePieceUnits(person: Person, setup: StoredSetup, code: string, body: SaveBody, now: number) {
  const { record, tag } = await getRecord('pieces', code)
  const piece = structuredClone(record) as unknown as PieceRecord
  const conflicts: { path: string; message: string }[] = []
  for (const u of body.units) {
    const m = /^(title|body)(?:@([^/]*)\/)?$/.exec(u.unit)
    if (!m) throw notFitting('Nothing has been changed.', [{ path: 'units', message: `There is no unit “${u.unit}”.` }])
    const part = m[1] as 'title' | 'body'
    const storefront = m[2] || null
    let text = piece.texts.find((x) => x.language === body.language && x.storefront === storefront)
    if (!text) piece.texts.push((text = { storefront, language: body.language, title: '', body: '' }))
    const target = u.target === null ? '' : String(u.target)
    if (!same(text[part] || null, u.base) && text[part] !== target) conflicts.push({ path: u.unit, message: 'This text was changed by somebody else meanwhile.' })
    text[part] = target
    text.states = { ...text.states, [part]: u.state ?? 'translated' }
    // Saying the state, even the same again, says that the text is right for the present source.
    const source = sourceTextOf(piece, storefront, setup.source)?.[part]
    if (source) text.sources = { ...text.sources, [part]: sourceHash(source) }
  }
  if (conflicts.length > 0) throw new Problem(412, 'Changed meanwhile', 'Somebody else has changed these texts since you opened them. Nothing has been overwritten.', conflicts)
  await writeRecord(person, 'pieces', code, piece, tag, undefined, now)
}

/** A record in the list of work: how many of its texts an edition has, and how many are missing or stale. */
export interface WorkItem {
  record: string
  title: string
  texts: number
  missing: number
  stale: number
  unread: number
}

interface WorkQuery {
  storefront: string
  language: string
  limit: number
  offset: number
  q?: string
  show: 'open' | 'stale' | 'all'
}

interface Work {
  items: WorkItem[]
  /** Records that the question finds. */
  count: number
  /** Texts of all records, whatever is shown. */
  total: { missing: number; stale: number; unread: number }
}

/** Records with texts to translate into an edition's language: pieces by code, then products by SKU. */
export async function listWork(q: WorkQuery): Promise<Work> {
  const db = database()
  const setup = await loadSetup(db)
  editionOrProblem(setup, q.storefront, q.language)
  const pieces = await pieceWork(db, setup, q.storefront, q.language)
  const wanted = pieces.filter((w) => (q.show === 'all' || (q.show === 'stale' ? w.stale > 0 : w.missing + w.stale > 0)) && (!q.q || fold(`${w.record} ${w.title}`).includes(fold(q.q))))
  const here = wanted.slice(q.offset, q.offset + q.limit)
  const products = await productWork(db, setup, { ...q, offset: Math.max(0, q.offset - wanted.length), limit: q.limit - here.length })
  const sum = (key: 'missing' | 'stale' | 'unread') => products.total[key] + pieces.reduce((n, w) => n + w[key], 0)
  return { items: [...here, ...products.items], count: wanted.length + products.count, total: { missing: sum('missing'), stale: sum('stale'), unread: sum('unread') } }
}
