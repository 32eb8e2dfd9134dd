import { eq, sql } from 'drizzle-orm'
import { pieceRecord, type PieceRecord } from '@contracts/records'
import { canonicalTag } from '@core/language/chain'
import { normalForm } from '@core/richtext/normal-form'
import { inlineAddresses } from '@core/richtext/read'
import { sourceHash } from '@core/translation/state'
import * as t from '../../db/schema'
import { pieceRecordOf } from '../../db/queries/content'
import { loadSetup, type StoredSetup } from '../../db/queries/setup'
import type { Problems, RecordKind } from './kind'

export const pieces: RecordKind<PieceRecord> = {
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
