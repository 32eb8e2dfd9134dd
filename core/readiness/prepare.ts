import { inlineNames, type NameOf } from '../catalogue/inline-name'
import type { PreparedAssignment, Reach } from '../assignments/assignment'
import { limitThatFails, type Limits } from '../assignments/limits'
import type { Attribute, TypeAttribute } from '../attributes/attribute'
import { attributeTypes } from '../attributes/types/registry'
import type { Area } from '../assignments/areas'
import type { Setup, Storefront } from '../catalogue/model'
import { checkText } from '../house-style/check-text'
import type { TextFinding } from '../house-style/finding'
import { styleFor, type HouseStyle, type Style } from '../house-style/style'
import { countsAsPresent, shortenings } from '../language/chain'
import { differsByStorefront } from '../rules/differs'
import { dateIn, instantOf } from '../moments/instant'
import { findText, type Piece, type QuestionSet } from '../page/piece'
import { inlineAddresses } from '../richtext/read'
import { isStale, lowestState, translationStates, type TranslationState } from '../translation/state'
import { readerFor, type Reader } from '../values/resolve'
import type { Finding } from './finding'

/** How a translation stands, and the hash of the source it was made from. */
export interface Mark {
  state: string | null
  unread: boolean
  sourceHash: string | null
}

/** Why a piece is left out of a page, and the empty value that is to blame. */
export interface LeftOut {
  reason: string
  empty: string
}

/** What a piece's text has in an edition, known once for all products. */
export interface PieceHere {
  piece: Piece
  /** Why no page of the edition can show it, whatever the product. */
  never: string | null
  /** What it names of products; where all of that has values, the piece is shown. */
  addresses: readonly string[]
  /** Whether it is a translation. */
  translated: boolean
  /** What its text lacks, whatever the product. */
  findings: readonly Finding[]
  /**
   * Whether what it lacks is not known from which values are empty alone: it names files, which can be lost, or takes
   * its text.
   */
  namesFiles: boolean
  /** By what of it is empty: why it is left out then, or null where it is not. */
  leftOut: Map<string, LeftOut | null>
}

/** An edition with everything about it that is the same for every product. */
export interface EvaluatedEdition {
  /** Its number in packed rows. */
  n: number
  storefront: Storefront
  language: string
  reader: Reader
  asks: number
  acceptsUnread: boolean
  nameOf: NameOf
  /** Whether its texts are those of the source language, or borrowed from it, so that nothing is translated. */
  isSource: boolean
  /** 12:00 of the day in the storefront's zone, and that day. */
  moment: number
  day: string
  /** The places in the list of assignments of those whose limits let this edition pass, with their pieces. */
  live: readonly { index: number; area: Area; replaces: string | null; pieces: readonly PieceHere[] }[]
  /** A piece as it stands in this edition; a question set gives its questions. */
  piecesOf(code: string): readonly PieceHere[]
  /** The same for a piece that a product has for itself. */
  ownPiece(piece: Piece): PieceHere
  /** Whether limits let it stand here, for no group at noon. */
  lets(limits: Limits): boolean
  styleOf(field: string): Style
}

/** How a type uses its attributes, sorted by what evaluates them. */
export interface TypePlan {
  facts: PlanPlace[]
  copy: PlanPlace[]
}

/** An attribute in its place in a plan. */
export interface PlanPlace {
  use: TypeAttribute
  attribute: Attribute
  /** Its place among those of the type. */
  place: number
}

/** What everything is evaluated with. Without `findings`, texts are checked on the spot. */
export interface EvaluationInput {
  setup: Setup
  assignments: readonly PreparedAssignment[]
  pieces: ReadonlyMap<string, Piece>
  sets: ReadonlyMap<string, QuestionSet>
  styles: readonly HouseStyle[]
  /** The editions by number; one that is no more is null. */
  editions: readonly ({ storefront: string; language: string } | null)[]
  /** Milliseconds since 1970; each storefront takes its own date from it. */
  now: number
  /** What the house style finds in a text, where that is known already. */
  findings?: (value: string | readonly unknown[], attribute: Attribute, style: Style) => readonly TextFinding[]
}

/** Everything that is the same for all products, worked out once. */
export interface Prepared extends EvaluationInput {
  evaluated: readonly EvaluatedEdition[]
  plans: ReadonlyMap<string, TypePlan>
  /** Of each assignment: its reach, and whether that can differ from storefront to storefront. */
  reading: readonly { reach: Reach; differs: boolean }[]
  findings: NonNullable<EvaluationInput['findings']>
  /** The source language and its shortenings. */
  sourceLanguages: ReadonlySet<string>
}

/** How far a state is, so that two can be compared. */
export const rankOf = (state: string | null): number =>
  translationStates.indexOf((state ?? 'initial') as TranslationState)

/** Works out what is the same for all products. */
export function prepareEvaluation(input: EvaluationInput): Prepared {
  const evaluated = input.editions.flatMap((e, n): EvaluatedEdition[] => {
    const storefront = e && input.setup.storefronts.get(e.storefront)
    const edition = storefront?.editions.find((x) => x.language === e!.language)
    return storefront && edition ? [prepareEdition(input, n, storefront, edition)] : []
  })
  const plans = new Map(
    [...input.setup.types.values()].map((type) => {
      const used = type.attributes.flatMap((use, place) => {
        const attribute = input.setup.attributes.get(use.attribute)
        return attribute ? [{ use, attribute, place }] : []
      })
      const isCopy = (a: Attribute) => a.translatable && attributeTypes[a.type].isText
      return [
        type.code,
        {
          facts: used.filter((u) => !isCopy(u.attribute) && attributeTypes[u.attribute.type].refersTo !== 'picture'),
          copy: used.filter((u) => isCopy(u.attribute)),
        },
      ] as const
    }),
  )
  const reading = input.assignments.map(({ reach }) => ({
    reach,
    differs: reach.rule !== null && differsByStorefront(reach.rule, input.setup),
  }))
  const sourceLanguages = new Set(shortenings(input.setup.source))
  return {
    reading,
    sourceLanguages,
    findings: (value, attribute, style) => checkText(value as never, attribute.type, style),
    ...input,
    evaluated,
    plans,
  }
}

function prepareEdition(
  input: EvaluationInput,
  n: number,
  storefront: Storefront,
  edition: Storefront['editions'][number],
): EvaluatedEdition {
  const { setup } = input
  const reader = readerFor({ ...edition, storefront: storefront.code }, setup.source)
  const day = dateIn(storefront.timeZone, input.now)
  const moment = instantOf(`${day}T12:00`, storefront.timeZone)
  const lens = { storefront: storefront.code, language: edition.language, group: null, moment }
  const styles = new Map<string, Style>()
  const styleOf = (field: string): Style => {
    let style = styles.get(field)
    if (!style)
      styles.set(
        field,
        (style = styleFor(input.styles, field, { storefront: storefront.code, language: edition.language })),
      )
    return style
  }
  const known = new Map<string, PieceHere>()
  const asks = rankOf(edition.asks)
  const acceptsUnread = edition.acceptsUnread ?? false
  const ownPiece = (piece: Piece) => pieceHere(piece, reader, { asks, acceptsUnread }, setup, styleOf('piece'))
  const here = (code: string): PieceHere[] => {
    const piece = input.pieces.get(code)
    if (!piece) return []
    if (!known.has(code)) known.set(code, ownPiece(piece))
    return [known.get(code)!]
  }
  const piecesOf = (code: string) => (input.sets.get(code)?.questions ?? [code]).flatMap(here)
  const lets = (limits: Limits) => limitThatFails(limits, lens, storefront.timeZone, input.setup) === undefined
  const { layout } = storefront
  // In page order, so that of several replacements the first is the one that counts.
  const inOrder = input.assignments
    .map((a, index) => ({ a, index }))
    .sort((x, y) => x.a.order - y.a.order || x.a.number - y.a.number)
  const live = inOrder.flatMap(({ a, index }) =>
    layout.off || a.resting || !layout.areas.some((x) => x.area === a.area) || (a.limited && !lets(a.limits))
      ? []
      : [
          {
            index,
            area: a.area,
            replaces: a.replaces,
            pieces: [...a.pieces.flatMap(here), ...a.sets.flatMap(piecesOf)],
          },
        ],
  )
  return {
    n,
    storefront,
    language: edition.language,
    reader,
    asks,
    acceptsUnread,
    nameOf: inlineNames(setup),
    moment,
    day,
    live,
    piecesOf,
    ownPiece,
    lets,
    isSource: countsAsPresent(reader.edition, setup.source),
    styleOf,
  }
}

/** What keeps a translation from being fit to release in an edition: nobody has read it, or its state is too low. */
export function standingFinding(
  { state, unread }: { state: string; unread: boolean },
  { asks, acceptsUnread }: Pick<EvaluatedEdition, 'asks' | 'acceptsUnread'>,
): Pick<Finding, 'code' | 'details'> | undefined {
  if (unread && !acceptsUnread) return { code: 'unread', details: {} }
  if (rankOf(state) >= asks) return undefined
  return { code: 'below-state', details: { state, asks: translationStates[asks]! } }
}

/** What is lacking in a piece's text of an edition, whatever the product. */
function pieceHere(
  piece: Piece,
  reader: Reader,
  edition: Pick<EvaluatedEdition, 'asks' | 'acceptsUnread'>,
  { source, ...setup }: Pick<Setup, 'source' | 'attributes'>,
  style: Style,
): PieceHere {
  const title = findText(piece, 'title', reader)
  const taken = piece.takes !== null
  const body = taken ? title : findText(piece, 'body', reader)
  const never = !title?.counts
    ? 'its title is missing in this language'
    : !body?.counts
      ? 'it has no text in this language'
      : null
  const addresses = [
    ...new Set([
      ...piece.needed,
      ...(taken ? [`attribute:${piece.takes!}`] : body?.counts ? inlineAddresses(body.text) : []),
    ]),
  ]
  const findings: Finding[] = []
  const at = `piece:${piece.code}`
  const translated = never === null && !shortenings(source).includes(body!.language)
  if (translated) {
    const marks = body!.of
    const parts = taken ? (['title'] as const) : (['title', 'body'] as const)
    const state = lowestState(parts.map((p) => marks.states?.[p] ?? 'initial'))
    const lacks = standingFinding({ state, unread: parts.some((p) => marks.unread?.[p]) }, edition)
    if (lacks)
      findings.push({ ...lacks, code: `piece-${lacks.code}`, level: 'blocker', at, fix: `piece-${lacks.code}||` })
    const from =
      piece.texts.find((x) => x.language === source && x.storefront === body!.storefront) ??
      piece.texts.find((x) => x.language === source && x.storefront === null)
    if (from && parts.some((p) => isStale(marks.sources?.[p] ?? null, from[p])))
      findings.push({ code: 'piece-stale', level: 'blocker', at, fix: 'piece-stale||' })
  }
  // What the house style says of every text holds for pieces too.
  if (never === null) {
    for (const f of [
      ...checkText(title!.text, 'text', style),
      ...(taken ? [] : checkText(body!.text, 'rich-text', style)),
    ])
      findings.push({
        code: `style:${f.code}`,
        level: f.level,
        at,
        fix: `style:${f.code}|piece|`,
        details: { message: f.message },
      })
  }
  // What is taken differs from product to product, and so does what it lacks.
  const namesFiles =
    taken ||
    addresses.some((a) =>
      ['media', 'file', 'questions'].includes(setup.attributes.get(a.replace(/^attribute:/, ''))?.type ?? ''),
    )
  return { piece, never, addresses, translated, findings, namesFiles, leftOut: new Map() }
}
