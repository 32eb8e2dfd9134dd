import type { PieceRecord } from '@contracts/records'
import type { BlockKind } from '@core/page/block-kind'
import { isStale, sourceHash } from '@core/translation/state'
import { pieceRecordsOf } from '../../db/queries/content'
import { readUnitMarks, writeUnitMarks, type UnitMark } from '../../db/queries/unit-marks'
import { unprocessable } from '../problem'
import { anyVersion, writeIn } from '../records/records'
import { sourceTextOf } from '../records/pieces'
import type { StoredSetup } from '../../db/queries/setup'
import { statesOfPieces } from '../../db/queries/library'
import { storedRecords } from '../../db/queries/records'
import { lockRecord } from '../../db/queries/steps'
import type { TargetChange, TargetEdition, UnitKind } from './unit'
import type { Unit } from '@contracts/translation'

type Text = PieceRecord['texts'][number]
const scoped = (unit: string, storefront: string | null) => (storefront === null ? unit : `${unit}@${storefront}/`)
const notes = {
  title: 'The heading or the label of the tab on the product page',
  body: 'Stands on the page of every product that the piece is assigned to',
}

function unitsOf(
  piece: PieceRecord,
  kind: BlockKind | undefined,
  marks: ReadonlyMap<string, UnitMark>,
  setup: StoredSetup,
  edition: TargetEdition,
): Unit[] {
  const textIn = (language: string, storefront: string | null) =>
    piece.texts.find((x) => x.language === language && x.storefront === storefront)
  return piece.texts
    .filter((x) => x.language === setup.source && (x.storefront === null || x.storefront === edition.storefront))
    .flatMap((source): Unit[] => {
      const target = textIn(edition.language, source.storefront)
      const borrowed = (read: (x: Text) => string | undefined) => {
        const near = edition.counting.map((l) => textIn(l, source.storefront)).find((x) => x && read(x))
        return near ? { language: near.language, value: read(near)! } : null
      }
      const part = (name: 'title' | 'body', label: string): Unit[] => {
        if (source[name] === '') return []
        const stale = Boolean(target?.[name]) && isStale(target?.sources?.[name] ?? null, source[name])
        return [
          {
            unit: scoped(name, source.storefront),
            label,
            type: name === 'title' ? 'text' : 'rich-text',
            storefront: source.storefront,
            field: '',
            note: notes[name],
            source: source[name],
            target: target?.[name] || null,
            borrowed: target?.[name] ? null : borrowed((x) => x[name]),
            state: target?.[name] ? (target.states?.[name] ?? null) : null,
            unread: Boolean(target?.[name] && target.unread?.[name]),
            returned: false,
            stale,
            madeFrom: null,
          },
        ]
      }
      const entries = (source.entries ?? []).flatMap((entry, i) =>
        (kind?.fields ?? []).flatMap((f): Unit[] => {
          if (f.type === 'picture' || f.type === 'link' || !entry[f.code]) return []
          const unit = scoped(`entry:${i}:${f.code}`, source.storefront)
          const mark = marks.get(unit)
          const translated = target?.entries?.[i]?.[f.code] || null
          const stale = translated !== null && isStale(mark?.sourceHash ?? null, entry[f.code]!)
          return [
            {
              unit,
              label: `${f.labels[setup.source] ?? f.code}${source.entries!.length > 1 ? ` ${i + 1}` : ''}`,
              type: f.type === 'text' ? 'rich-text' : 'text',
              storefront: source.storefront,
              field: '',
              note: notes.body,
              source: entry[f.code]!,
              target: translated,
              borrowed: translated === null ? borrowed((x) => x.entries?.[i]?.[f.code]) : null,
              state: translated === null ? null : (mark?.state ?? null),
              unread: translated !== null && (mark?.unread ?? false),
              returned: false,
              stale,
              madeFrom: stale ? mark!.madeFrom : null,
            },
          ]
        }),
      )
      return [...part('title', 'Title'), ...(kind ? entries : part('body', 'Text'))]
    })
}

const shape = /^(title|body|entry:(\d+):([a-z0-9-]+))(?:@([^/]*)\/)?$/

/** A piece with targets written into its texts, and the marks of its entries. */
function written(
  piece: PieceRecord,
  changes: readonly TargetChange[],
  setup: StoredSetup,
  language: string,
): { piece: PieceRecord; marks: { unit: string; mark: UnitMark | null }[] } {
  const out = structuredClone(piece)
  const marks: { unit: string; mark: UnitMark | null }[] = []
  for (const c of changes) {
    const m = shape.exec(c.unit)
    if (!m)
      throw unprocessable('Nothing has been changed.', [{ path: 'units', message: `There is no unit “${c.unit}”.` }])
    const storefront = m[4] || null
    const source = sourceTextOf(out, storefront, setup.source)
    let text = out.texts.find((x) => x.language === language && x.storefront === storefront)
    if (!text) out.texts.push((text = { storefront, language, title: '', body: '' }))
    const target = c.target === null ? '' : String(c.target)
    if (m[2] !== undefined) {
      const fields = source?.entries ?? []
      const sourceText = fields[Number(m[2])]?.[m[3]!]
      if (sourceText === undefined)
        throw unprocessable('Nothing has been changed.', [{ path: 'units', message: `There is no unit “${c.unit}”.` }])
      // An entry has its pictures and links from the source until they are given others.
      text.entries = fields.map((e, i) => ({
        ...Object.fromEntries(Object.entries(e).filter(([k]) => !isWords(k, fields))),
        ...text!.entries?.[i],
      }))
      text.entries[Number(m[2])]![m[3]!] = target
      marks.push({
        unit: c.unit,
        mark:
          target === ''
            ? null
            : { state: c.state, unread: c.unread, sourceHash: sourceHash(sourceText), madeFrom: sourceText },
      })
      continue
    }
    const part = m[1] as 'title' | 'body'
    text[part] = target
    text.states = { ...text.states, [part]: c.state }
    const { [part]: _confirmed, ...unread } = text.unread ?? {}
    text.unread = c.unread ? { ...unread, [part]: true } : unread
    // Saying the state, even the same again, says that the text is right for the present source.
    if (source?.[part]) text.sources = { ...text.sources, [part]: sourceHash(source[part]) }
  }
  return { piece: out, marks }
}

/** What looks like words, and is translated, rather than an address or the name of a picture. */
const isWords = (field: string, entries: readonly Record<string, string>[]) =>
  !entries.some((e) => /^(https:|mailto:|tel:|\/)|\.(jpg|jpeg|png|svg|webp)$/i.test(e[field]?.trim() ?? ''))

/** Pieces: `title`, `body`, and the fields of blocks, `entry:0:heading`, each with the storefront it is written for. */
export const pieceUnits: UnitKind = {
  async units(db, setup, codes, edition) {
    const pieces = await pieceRecordsOf(db, setup, codes)
    const kinds = new Map((await storedRecords(db, 'block-kinds')).map((k) => [k.code, k]))
    const marks = await readUnitMarks(
      db,
      codes.map((c) => `piece:${c}`),
      edition.language,
    )
    // What a body was made from is not in its record.
    const old = await statesOfPieces(db, [...pieces.keys()], edition.language)
    return new Map(
      [...pieces].map(([code, piece]) => {
        const units = unitsOf(
          piece,
          piece.blockKind === null ? undefined : kinds.get(piece.blockKind),
          marks.get(`piece:${code}`) ?? new Map(),
          setup,
          edition,
        )
        for (const u of units.filter((x) => x.stale && x.madeFrom === null)) {
          const row = old.find(
            (o) => o.code === code && (setup.storefrontCodes.get(o.storefrontId) ?? null) === u.storefront,
          )
          u.madeFrom = row?.states[u.unit.startsWith('title') ? 'title' : 'body']?.madeFrom ?? null
        }
        return [code, { title: piece.name, units }]
      }),
    )
  },
  async lock(tx, codes) {
    for (const code of [...codes].sort()) await lockRecord(tx.db, 'pieces', code)
  },
  async write(tx, setup, person, changes, edition, step, now) {
    const pieces = await pieceRecordsOf(tx.db, setup, [...changes.keys()])
    for (const [code, list] of changes) {
      const { piece, marks } = written(pieces.get(code)!, list, setup, edition.language)
      await writeIn(tx, person.id, 'pieces', code, piece, anyVersion, now, { setup, step: await step() })
      await writeUnitMarks(
        tx.db,
        marks.map((m) => ({ record: `piece:${code}`, language: edition.language, ...m })),
      )
    }
  },
}
