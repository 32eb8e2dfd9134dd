import type { EmptyValue, BeforeSaving } from '@contracts/reach'
import { prepareAssignment, type PreparedAssignment } from '@core/assignments/assignment'
import { bitmapOf, countBits, numbersIn, without, type Bitmap } from '@core/assignments/bitmap'
import { collisionsIn, type Collision } from '@core/assignments/collisions'
import { storefrontsOf } from '@core/assignments/limits'
import { byCodePoint } from '@core/text/fold'
import { inlineAddresses } from '@core/richtext/read'
import type { AssignmentRecord } from '@contracts/records'
import { database, type Db } from '../../db/connect'
import { loadContent, type Content } from '../../db/queries/content'
import { fillOfReaches } from '../../db/queries/reach'
import { namesOfProducts } from '../../db/queries/reach-bits'
import { loadSetup, type StoredSetup } from '../../db/queries/setup'
import { beginAsking, groupOf, reachesIn } from './cached-reach'
import { lensOf, ruleProblem, type LensBody } from './reach'

const sampleSize = 50

/**
 * What saving an assignment would do, over the whole catalogue and in every storefront that its limits let pass: how
 * many products it reaches, gains and loses, what it collides with, and which values its pieces name that are empty.
 */
export async function beforeSaving(
  body: { assignment: AssignmentRecord; lens?: LensBody },
  now: number,
): Promise<BeforeSaving> {
  const db = database()
  const setup = await loadSetup(db)
  const content = await loadContent(db, setup)
  const lens = lensOf(setup, body.lens, now)
  try {
    const saved = content.assignments.find((a) => a.code === body.assignment.code)
    const number = saved?.number ?? Math.max(0, ...content.assignments.map((a) => a.number)) + 1
    const draft = prepareAssignment({ ...body.assignment, number }, setup)
    const holding = storefrontsOf(draft.limits, setup.storefronts.keys(), setup.campaigns)
    const storefronts = holding.map((s) => setup.storefronts.get(s)!)
    const before = new Set(saved ? storefrontsOf(saved.limits, setup.storefronts.keys(), setup.campaigns) : [])
    const asking = await beginAsking(db, setup)
    const nothing = bitmapOf([], asking.size)
    const found: { storefront: string; bits: Bitmap; gained: Bitmap; lost: Bitmap; collisions: Collision[] }[] = []
    for (const storefront of storefronts) {
      const awake = content.assignments.filter(
        (a) =>
          !a.resting &&
          a !== saved &&
          (a.limits.storefronts.length === 0 || a.limits.storefronts.includes(storefront.code)),
      )
      const cached = await reachesIn(db, setup, saved ? [...awake, saved] : awake, storefront.code, now, asking)
      const bits = await asking.bits.roots(draft.reach, {
        storefront: storefront.code,
        group: groupOf(draft),
        moment: now,
      })
      // A saved one that did not hold here gains all of it.
      const was = saved && before.has(storefront.code) ? cached.get(saved.number)! : nothing
      found.push({
        storefront: storefront.code,
        bits,
        gained: without(bits, was),
        lost: without(was, bits),
        collisions: collisionsIn({
          draft: { assignment: draft, bits },
          others: awake.map((a) => ({ assignment: a, bits: cached.get(a.number)! })),
          storefront,
          setup,
          pieces: content.pieces,
          sets: content.sets,
        }),
      })
    }
    // Storefronts that it leaves lose all that it reached there.
    for (const storefront of before) {
      if (holding.includes(storefront)) continue
      const bits = (await reachesIn(db, setup, [saved!], storefront, now, asking)).get(saved!.number)!
      found.push({ storefront, bits: nothing, gained: nothing, lost: bits, collisions: [] })
    }
    const names = await namesOfProducts(db, setup, [
      ...new Set(
        found.flatMap((f) => [
          ...numbersIn(f.gained, sampleSize),
          ...numbersIn(f.lost, sampleSize),
          ...f.collisions.flatMap((c) => c.sample),
        ]),
      ),
    ])
    const named = (ids: readonly number[]) =>
      ids.flatMap((id) => names.get(id) ?? []).sort((a, b) => byCodePoint(a.sku, b.sku))
    return {
      storefronts: found.map((f) => ({
        storefront: f.storefront,
        count: countBits(f.bits),
        gained: countBits(f.gained),
        lost: countBits(f.lost),
        gainedSample: named(numbersIn(f.gained, sampleSize)),
        lostSample: named(numbersIn(f.lost, sampleSize)),
      })),
      collisions: found.flatMap((f) => f.collisions.map((c) => ({ ...c, sample: named(c.sample) }))),
      empty: await emptyValues(db, setup, content, draft, lens.storefront, now),
    }
  } catch (e) {
    throw ruleProblem(e, 'assignment.reach.rule')
  }
}

/**
 * Which inline values of an assignment's pieces are empty on how many of its products, in the lens's storefront or the
 * first that it lets pass.
 */
async function emptyValues(
  db: Db,
  setup: StoredSetup,
  { pieces, sets }: Content,
  draft: PreparedAssignment,
  wanted: string,
  now: number,
): Promise<EmptyValue[]> {
  const only = storefrontsOf(draft.limits, setup.storefronts.keys(), setup.campaigns)
  const storefront = only.includes(wanted) ? wanted : (only[0] ?? wanted)
  const brought = [...draft.pieces, ...draft.sets.flatMap((s) => sets.get(s)?.questions ?? [])].flatMap(
    (c) => pieces.get(c) ?? [],
  )
  const named = brought.flatMap((p) =>
    [
      ...new Set([
        ...p.needed,
        ...(p.takes === null ? p.texts.flatMap((t) => inlineAddresses(t.body)) : [`attribute:${p.takes}`]),
      ]),
    ]
      .filter((a) => a.startsWith('attribute:'))
      .map((address) => ({ piece: p, address })),
  )
  if (named.length === 0) return []
  const { count, filled } = await fillOfReaches(db, setup, [draft.reach], { storefront, group: null, moment: now })
  return named.flatMap(({ piece, address }) => {
    const empty = count - (filled.get(address.slice(10)) ?? 0)
    return empty > 0
      ? [
          {
            address,
            piece: piece.name,
            empty,
            of: count,
            needed: piece.takes !== null || piece.needed.includes(address),
          },
        ]
      : []
  })
}
