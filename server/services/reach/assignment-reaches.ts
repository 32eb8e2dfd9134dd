import { setImmediate as yieldToEventLoop } from 'node:timers/promises'
import type { AssignmentReaches, PieceReaches } from '@contracts/reach'
import { countBits, either, type Bitmap } from '@core/assignments/bitmap'
import { conflictsIn } from '@core/assignments/collisions'
import { storefrontsOf } from '@core/assignments/limits'
import { languagesShown } from '@core/assignments/shown'
import type { Assignment } from '@core/assignments/assignment'
import type { Piece } from '@core/page/piece'
import { database } from '../../db/connect'
import { loadContent, type Content } from '../../db/queries/content'
import { loadSetup, type StoredSetup } from '../../db/queries/setup'
import { unprocessable } from '../problem'
import { reachesIn } from './cached-reach'

/** After so many assignments, others get their turn. */
const withoutPause = 20

async function contentIn(storefront: string, now: number) {
  const db = database()
  const setup = await loadSetup(db)
  const shop = setup.storefronts.get(storefront)
  if (!shop)
    throw unprocessable('There is no such storefront.', [
      { path: 'storefront', message: `There is no storefront “${storefront}”.` },
    ])
  const content = await loadContent(db, setup)
  const storefronts = storefrontsByCode(content.assignments, setup)
  const here = content.assignments.filter((a) => storefronts[a.code]!.includes(storefront))
  return { setup, shop, content, storefronts, here, reaches: await reachesIn(db, setup, here, storefront, now) }
}

/** The pieces that an assignment brings, those of its question sets too. */
const piecesOf = ({ pieces, sets }: Assignment, content: Content): Piece[] =>
  [...pieces, ...sets.flatMap((s) => content.sets.get(s)?.questions ?? [])].flatMap((c) => content.pieces.get(c) ?? [])

/** Which storefronts the limits of each assignment let pass, in the order of the set-up. */
const storefrontsByCode = (assignments: readonly Assignment[], setup: StoredSetup) =>
  Object.fromEntries(
    assignments.map((a) => [a.code, storefrontsOf(a.limits, setup.storefronts.keys(), setup.campaigns)]),
  )

/**
 * How many products each assignment reaches in a storefront now, on how many pages it is shown, and with how many others
 * it conflicts there. Throws 422 where there is no such storefront.
 */
export async function assignmentReaches(storefront: string, now: number): Promise<AssignmentReaches> {
  const { setup, shop, content, storefronts, here, reaches } = await contentIn(storefront, now)
  const running = here
    .filter((a) => !a.resting)
    .map((assignment) => ({ assignment, bits: reaches.get(assignment.number)! }))
  const numbers: AssignmentReaches['assignments'] = {}
  let sincePause = 0
  for (const assignment of here) {
    if (++sincePause % withoutPause === 0) await yieldToEventLoop()
    const bits = reaches.get(assignment.number)!
    const products = countBits(bits)
    const languages = languagesShown(piecesOf(assignment, content), assignment.limits, shop, now, setup)
    const conflicts = conflictsIn({
      draft: { assignment, bits },
      others: running.filter((other) => other.assignment !== assignment),
      storefront: shop,
      setup,
      pieces: content.pieces,
      sets: content.sets,
    })
    numbers[assignment.code] = {
      products,
      pages: assignment.resting ? 0 : products * languages.length,
      conflicts: conflicts.length,
    }
  }
  return { storefront, assignments: numbers, storefronts }
}

/**
 * On how many products of a storefront each reusable piece stands now, by whatever brings it, and on how many pages.
 * Throws 422 where there is no such storefront.
 */
export async function pieceReaches(storefront: string, now: number): Promise<PieceReaches> {
  const { setup, shop, content, storefronts, reaches } = await contentIn(storefront, now)
  const reachedBy = new Map<string, { products: Bitmap[]; pages: Map<string, Bitmap[]>; storefronts: Set<string> }>()
  const ofPiece = (code: string) => {
    const known = reachedBy.get(code) ?? { products: [], pages: new Map<string, Bitmap[]>(), storefronts: new Set() }
    reachedBy.set(code, known)
    return known
  }
  for (const assignment of content.assignments.filter((a) => !a.resting)) {
    const bits = reaches.get(assignment.number)
    for (const piece of piecesOf(assignment, content)) {
      const known = ofPiece(piece.code)
      for (const code of storefronts[assignment.code]!) known.storefronts.add(code)
      // Without a reach, its limits leave this storefront out.
      if (!bits) continue
      known.products.push(bits)
      for (const language of languagesShown([piece], assignment.limits, shop, now, setup))
        known.pages.set(language, [...(known.pages.get(language) ?? []), bits])
    }
  }
  const inOrder = [...setup.storefronts.keys()]
  const count = (bits: readonly Bitmap[]) => (bits.length === 0 ? 0 : countBits(either([...bits])))
  const pieces = Object.fromEntries(
    [...reachedBy].map(([code, { products, pages, storefronts }]) => [
      code,
      {
        products: count(products),
        pages: [...pages.values()].reduce((sum, bits) => sum + count(bits), 0),
        storefronts: inOrder.filter((s) => storefronts.has(s)),
      },
    ]),
  )
  return { storefront, pieces }
}
