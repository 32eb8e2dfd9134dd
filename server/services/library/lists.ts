import type { ListedPiece } from '@contracts/library'
import { countsAsPresent } from '@core/language/chain'
import { limitWords } from '@core/assignments/limits'
import { findText } from '@core/page/piece'
import { database } from '../../db/connect'
import { loadContent, ownPiecesOf } from '../../db/queries/content'
import { loadFamilyOf } from '../../db/queries/families'
import { loadSetup } from '../../db/queries/setup'
import { storedRecords } from '../../db/queries/records'
import { assignmentsAfter, blocksByType } from '../../db/queries/library'
import { notFound } from '../problem'
import { editionOrProblem } from '../products/products'
import { reachSentence } from '../reach/reach'

/** Pieces by code, with their title in an edition and the assignments that use them. */
export async function listPieces(o: {
  limit: number
  cursor?: string
  q?: string
  storefront?: string
  language?: string
  kind?: string
  tag?: string
  owner?: string
}): Promise<{ items: ListedPiece[]; next: string | null; tags: string[]; owners: string[] }> {
  const db = database()
  const setup = await loadSetup(db)
  const [shop] = setup.storefronts.values()
  const reader = editionOrProblem(
    setup,
    o.storefront ?? shop!.code,
    o.language ??
      (o.storefront ? (setup.storefronts.get(o.storefront)?.editions[0]?.language ?? '') : shop!.editions[0]!.language),
  )
  const { pieces, sets, assignments } = await loadContent(db, setup)
  const q = o.q?.trim().toLowerCase() ?? ''
  const found = [...pieces.values()]
    .filter(
      (p) =>
        (o.cursor === undefined || p.code > o.cursor) &&
        (!o.kind || p.kind === o.kind) &&
        (!o.tag || p.tags.includes(o.tag)) &&
        (!o.owner || p.owner === o.owner) &&
        (q === '' ||
          `${p.code} ${p.name} ${p.note} ${p.tags.join(' ')} ${p.texts.map((x) => x.title).join(' ')}`
            .toLowerCase()
            .includes(q)),
    )
    .sort((a, b) => (a.code < b.code ? -1 : 1))
  const items = found.slice(0, o.limit).map((p): ListedPiece => {
    const title = findText(p, 'title', reader)
    return {
      code: p.code,
      kind: p.kind,
      name: p.name,
      note: p.note,
      title: title?.text ?? null,
      titleLanguage: title?.language ?? null,
      counts: title !== undefined && countsAsPresent(reader.edition, title.language),
      languages: [...new Set(p.texts.map((x) => x.language))],
      tags: p.tags,
      owner: p.owner,
      sign: p.sign,
      takes: p.takes,
      sets: [...sets.values()].filter((s) => s.questions.includes(p.code)).map((s) => ({ code: s.code, name: s.name })),
      assignments: assignments
        .filter((a) => a.pieces.includes(p.code) || a.sets.some((c) => sets.get(c)?.questions.includes(p.code)))
        .map((a) => ({ code: a.code, name: a.name })),
    }
  })
  return {
    items,
    next: found.length > o.limit ? items.at(-1)!.code : null,
    tags: [...new Set([...pieces.values()].flatMap((p) => p.tags))].sort(),
    owners: [...new Set([...pieces.values()].map((p) => p.owner).filter(Boolean))].sort(),
  }
}

/** Assignments in page order: by order, then number. The cursor is `order/number` of the last one. */
export async function listAssignments(o: { limit: number; cursor?: string; q?: string; piece?: string }) {
  const db = database()
  const setup = await loadSetup(db)
  const [order, number] = (o.cursor ?? '').split('/').map(Number)
  const rows = await assignmentsAfter(db, {
    ...(o.cursor ? { after: { order: order ?? 0, number: number ?? 0 } } : {}),
    ...(o.q ? { q: o.q } : {}),
    ...(o.piece ? { piece: o.piece } : {}),
    limit: o.limit + 1,
  })
  const { pieces, sets } = await loadContent(db, setup)
  const pieceName = (code: string) => pieces.get(code)?.name ?? code
  const items = rows.slice(0, o.limit).map((a) => {
    return {
      code: a.code,
      number: a.number,
      name: a.name,
      pieces: a.pieces,
      sets: a.sets,
      replaces: a.replaces,
      names: [...a.pieces.map(pieceName), ...a.sets.map((code) => sets.get(code)?.name ?? code)],
      replacesName: a.replaces === null ? null : pieceName(a.replaces),
      area: a.area,
      order: a.order,
      resting: a.resting,
      campaign: a.limits.campaign,
      sentence: reachSentence(a.reach, setup),
      limits: limitWords(a.limits, setup),
    }
  })
  const last = items.at(-1)
  return { items, next: rows.length > o.limit && last ? `${last.order}/${last.number}` : null }
}

/** Question sets by name, with the assignments that bring them. */
export async function listQuestionSets() {
  const db = database()
  const { sets, assignments } = await loadContent(db, await loadSetup(db))
  const items = [...sets.values()].sort((a, b) => a.name.localeCompare(b.name, 'en'))
  return {
    items: items.map((s) => ({
      ...s,
      assignments: assignments.filter((a) => a.sets.includes(s.code)).map((a) => ({ code: a.code, name: a.name })),
    })),
    next: null,
  }
}

/** Kinds of block by name, with the number of blocks that fill them. */
export async function listBlockKinds() {
  const blocks = await blocksByType(database())
  const kinds = (await storedRecords(database(), 'block-kinds')).sort((a, b) => a.name.localeCompare(b.name, 'en'))
  return {
    items: kinds.map((k) => ({ ...k, blocks: blocks.get(k.code) ?? 0 })),
    next: null,
  }
}

/** The pieces that a product, or its parent, has for itself. */
export async function listOwnPieces(sku: string) {
  const db = database()
  const setup = await loadSetup(db)
  const family = await loadFamilyOf(db, setup, sku)
  if (!family) throw notFound(`product “${sku}”`)
  return { items: (await ownPiecesOf(db, setup, [family.root.sku])).get(family.root.sku) ?? [], next: null }
}
