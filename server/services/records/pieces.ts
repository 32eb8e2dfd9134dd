import type { PieceRecord, PieceTextRecord } from '@contracts/records'
import type { Assignment } from '@core/assignments/assignment'
import { bodyOfEntries, type BlockKind, type Entry } from '@core/page/block-kind'
import type { OwnPlace } from '@core/page/piece'
import { relatedGroups, type RelatedUnder } from '@core/page/relations'
import { shortenings } from '@core/language/chain'
import { isKnownTag, tagProblem } from '@core/language/tag'
import { TextTooComplex } from '@core/richtext/bounded-parser'
import { normalForm } from '@core/richtext/normal-form'
import { inlineAddresses } from '@core/richtext/read'
import { isReviewed, sourceHash, type TranslationState } from '@core/translation/state'
import { refersTo } from '@core/attributes/types/registry'
import { deletePiece, writePiece, type NewPieceText, type PieceTextRow } from '../../db/queries/content-records'
import { pieceRecordOf, readContent } from '../../db/queries/content'
import { rootsOfSkus, skusOfRoots } from '../../db/queries/families'
import { pieceCodes } from '../../db/queries/library'
import { loadLibrary } from '../../db/queries/media'
import { loadSetup, type StoredSetup } from '../../db/queries/setup'
import { storedRecord, storedRecords } from '../../db/queries/records'
import { touchPagesWhere } from '../../db/queries/page-touches'
import { invalidateProducts } from '../../db/queries/readiness'
import type { Tx } from '../../db/connect'
import { atOnce, type Problems, type RecordKind } from './kind'
import { limitProblems } from './limits'
import { namedByAssignments, namedByProducts, rootsPicking } from './uses'
import { invalidateReached } from '../readiness/due'

/** Texts of a block whose fields are filled, with the bodies that these make. */
async function filledTexts(texts: PieceRecord['texts'], kind: BlockKind, tx: Tx): Promise<PieceRecord['texts']> {
  const pictures = kind.fields.filter((f) => f.type === 'picture').map((f) => f.code)
  const { items } = await loadLibrary(
    tx.db,
    texts.flatMap((x) => (x.entries ?? []).flatMap((e) => pictures.flatMap((f) => e[f]?.trim() || []))),
  )
  return texts.map((x) => {
    if (!x.entries) return x
    const alternative = (name: string) =>
      shortenings(x.language).flatMap((l) => items.get(name)?.item.labels[l] ?? [])[0] ?? ''
    return { ...x, entries: x.entries.map(cleanEntry(kind)), body: bodyOfEntries(kind, x.entries, alternative) }
  })
}

/**
 * What is stored beside a translated part of a text. A part that was not changed keeps the source it was made from, so
 * that it goes stale, and stays so until it is written anew, is given another state, is confirmed, or names the present
 * source as the one it is right for.
 */
function markOf(
  text: PieceTextRecord,
  part: 'title' | 'body',
  before: PieceTextRow | undefined,
  source: string | undefined,
): PieceTextRow['states'][typeof part] {
  const unchanged = before?.[part] === text[part] ? before.states[part] : undefined
  const state = text.states?.[part] ?? unchanged?.state ?? 'translated'
  const from = text.sources?.[part] ?? unchanged?.sourceHash
  const saidUnread = text.unread?.[part] ?? unchanged?.unread ?? false
  const unread = saidUnread && !isReviewed(state as TranslationState) ? { unread: true as const } : {}
  const present = source ? sourceHash(source) : null
  if (unchanged && state === unchanged.state && Boolean(unchanged.unread) === Boolean(unread.unread)) {
    if (from === unchanged.sourceHash) return unchanged
    if (from !== present) return { state, ...unread, sourceHash: from ?? null, madeFrom: null }
  }
  return { state, ...unread, sourceHash: present, madeFrom: source || null }
}

export const pieces: RecordKind<PieceRecord> = {
  name: 'piece',
  stamp: 'content',
  async read(db, code) {
    return (await pieceRecordOf(db, await loadSetup(db), code))?.record
  },
  async check(given, _before, setup, tx) {
    const problems: Problems = await placeProblems(given, setup, tx)
    const kind = given.blockKind === null ? undefined : await storedRecord(tx.db, 'block-kinds', given.blockKind)
    if (given.blockKind !== null && !kind)
      problems.push({ path: 'blockKind', message: `There is no block type “${given.blockKind}”.` })
    if (given.blockKind !== null && given.kind !== 'block')
      problems.push({ path: 'blockKind', message: 'Only blocks have a kind with fields.' })
    if (kind) problems.push(...given.texts.flatMap((x, i) => entryProblems(x, i, kind)))
    const record = {
      ...given,
      texts: kind ? await filledTexts(given.texts, kind, tx) : given.texts.map(({ entries: _, ...x }) => x),
    }
    const texts = record.texts.map((x, i) => {
      if (x.storefront !== null && !setup.storefronts.has(x.storefront))
        problems.push({ path: `texts[${i}].storefront`, message: `There is no storefront “${x.storefront}”.` })
      if (!isKnownTag(x.language)) problems.push({ path: `texts[${i}].language`, message: tagProblem(x.language) })
      const body = cleanBody(x.body, (message) => problems.push({ path: `texts[${i}].body`, message }))
      for (const address of inlineAddresses(body)) {
        if (!knownAddress(address, setup))
          problems.push({
            path: `texts[${i}].body`,
            message: `The inline value “${address}” is unknown.`,
          })
      }
      return { ...x, title: x.title.trim().normalize('NFC'), body }
    })
    if (record.takes !== null) {
      const attribute = setup.attributes.get(record.takes)
      if (!attribute) problems.push({ path: 'takes', message: `There is no attribute “${record.takes}”.` })
      else if (refersTo(attribute, 'picture', 'question'))
        problems.push({ path: 'takes', message: `“${record.takes}” has no text for a piece to use.` })
    }
    record.needed.forEach((a, i) => {
      if (!knownAddress(a, setup)) problems.push({ path: `needed[${i}]`, message: `“${a}” is unknown.` })
    })
    return { record: { ...record, texts: texts.filter((x) => x.title !== '' || x.body !== '') }, problems }
  },
  async write(tx, r, _before, setup) {
    const { sku, ...place } = r.own ?? { sku: null }
    const fields = {
      kind: r.kind,
      name: r.name,
      note: r.note,
      needed: r.needed,
      tags: r.tags,
      owner: r.owner,
      sign: r.sign,
      takes: r.takes,
      blockKind: r.blockKind,
      ownOf: sku,
      own: r.own === null ? null : (place as Omit<OwnPlace, 'sku'>),
    }
    const textOf = (x: PieceTextRecord, old: readonly PieceTextRow[]): NewPieceText => {
      const storefrontId = x.storefront ? setup.storefrontIds.get(x.storefront)! : 0
      const before = old.find((o) => o.storefrontId === storefrontId && o.language === x.language)
      const source = sourceTextOf(r, x.storefront, setup.source)
      const states: NewPieceText['states'] = {}
      for (const part of ['title', 'body'] as const)
        if (x.language !== setup.source && x[part] !== '') states[part] = markOf(x, part, before, source?.[part])
      const { language, title, body, entries = null } = x
      return { storefrontId, language, title, body, entries, states }
    }
    await writePiece(tx, { code: r.code, ...fields }, (old) => r.texts.map((x) => textOf(x, old)))
  },
  async deletionBlockers(tx, record, setup) {
    const sets = (await storedRecords(tx.db, 'question-sets')).filter((s) => s.questions.includes(record.code))
    return [
      ...(await namedByAssignments(tx.db, record.code)),
      ...(record.kind === 'question' ? await namedByProducts(tx.db, setup, record.code) : []),
      ...(sets.length > 0
        ? [`The question sets ${sets.map((s) => `“${s.name}”`).join(', ')} contain it. Remove it there first.`]
        : []),
    ]
  },
  remove: (tx, record) => deletePiece(tx, record.code),
  async invalidate(tx, { before, after, code }, setup) {
    const skus = [before, after].flatMap((r) => r?.own?.sku ?? [])
    if (skus.length > 0) await invalidateProducts(tx, skus)
    const sets = (await storedRecords(tx.db, 'question-sets')).filter((s) => s.questions.includes(code))
    await touchPagesWhere(tx, rootsPicking(setup, [code, ...sets.map((s) => s.code)]))
    // What assignments bring is read before this change, which none of them is part of.
    // Read within the transaction and not kept: it may yet fall.
    const content = await readContent(tx.db, setup)
    const brings = (a: Assignment) =>
      a.pieces.includes(code) ||
      a.replaces === code ||
      a.sets.some((s) => content.sets.get(s)?.questions.includes(code))
    for (const a of content.assignments.filter(brings)) await invalidateReached(tx, a.reach, setup, atOnce(setup))
  },
  undoneWithStep: true,
  inContentFile: { key: 'pieces', codes: (db) => pieceCodes(db, undefined) },
}

/**
 * What is wrong with where a piece stands: of a product's own, the product and its limits; of others, nothing that is
 * assigned may become one's own.
 */
async function placeProblems(record: PieceRecord, setup: StoredSetup, tx: Tx): Promise<Problems> {
  const problems: Problems = []
  if (await storedRecord(tx.db, 'question-sets', record.code))
    problems.push({ path: 'code', message: `A question set is called “${record.code}” already. Choose another code.` })
  if (record.own === null) return problems
  const root = (await rootsOfSkus(tx.db, [record.own.sku])).get(record.own.sku)
  const [parent] = root === undefined ? [] : await skusOfRoots(tx.db, [root])
  if (parent === undefined) problems.push({ path: 'own.sku', message: `There is no product “${record.own.sku}”.` })
  // A variant's page is its parent's in this: own pieces belong to the whole family.
  else record.own.sku = parent
  problems.push(...limitProblems(record.own.limits, 'own.limits', setup))
  problems.push(...(await namedByAssignments(tx.db, record.code)).map((message) => ({ path: 'own', message })))
  return problems
}

/**
 * What is wrong with the entries of a text: fields that the kind does not have, more than one where it is filled once,
 * links that lead nowhere.
 */
function entryProblems(text: PieceTextRecord, at: number, kind: BlockKind): Problems {
  const entries = text.entries ?? []
  const problems: Problems =
    !kind.many && entries.length > 1
      ? [{ path: `texts[${at}].entries`, message: `A block of the kind “${kind.name}” has only one entry.` }]
      : []
  entries.forEach((entry, i) => {
    for (const [code, value] of Object.entries(entry)) {
      const field = kind.fields.find((f) => f.code === code)
      const path = `texts[${at}].entries[${i}].${code}`
      if (!field) problems.push({ path, message: `The kind “${kind.name}” has no field “${code}”.` })
      else if (field.type === 'link' && value.trim() !== '' && !/^(https:\/\/|mailto:|tel:|\/)\S/.test(value.trim()))
        problems.push({
          path,
          message: `“${value}” is not a link: write an address such as https://tarnwheel.example, then the link text.`,
        })
    }
  })
  return problems
}

/** A body in normal form; empty, with a word on it, where it is too much. */
function cleanBody(html: string, refuse: (message: string) => void): string {
  try {
    return normalForm(html)
  } catch (e) {
    if (!(e instanceof TextTooComplex)) throw e
    refuse(e.message)
    return ''
  }
}

const cleanEntry =
  (kind: BlockKind) =>
  (entry: Entry): Entry =>
    Object.fromEntries(
      kind.fields.flatMap((f) =>
        entry[f.code]?.trim() ? [[f.code, f.type === 'text' ? normalForm(entry[f.code]!) : entry[f.code]!.trim()]] : [],
      ),
    )

/** The text that a piece's translations for a storefront are made from: its own, else the general one. */
export function sourceTextOf(piece: PieceRecord, storefront: string | null, source: string) {
  return (
    piece.texts.find((s) => s.language === source && s.storefront === storefront) ??
    piece.texts.find((s) => s.language === source && s.storefront === null)
  )
}

/** Whether an inline value's address names an attribute, a fact or standing page of some storefront, or a live part. */
export function knownAddress(address: string, setup: StoredSetup): boolean {
  const [kind, code] = address.split(':', 2) as [string, string]
  if (kind === 'live') return code === 'facts' || relatedGroups.includes(code as RelatedUnder)
  if (kind === 'page') return [...setup.storefronts.values()].some((s) => s.pages.some((p) => p.code === code))
  return kind === 'attribute'
    ? setup.attributes.has(code)
    : [...setup.storefronts.values()].some((s) => code in s.facts)
}
