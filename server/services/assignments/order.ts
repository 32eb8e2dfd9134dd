import { reordered, type Ordered } from '@core/assignments/order'
import type { AssignmentRecord } from '@contracts/records'
import { database, inTransaction } from '../../db/connect'
import { loadContent, readContent } from '../../db/queries/content'
import { loadSetup } from '../../db/queries/setup'
import { beginStep } from '../../db/queries/write-products'
import type { Person } from '@contracts/people'
import { unprocessable } from '../problem'
import { anyVersion, getRecord, writeIn } from '../records/records'

/**
 * Puts an assignment before another entry of an area in page order, or at its end; numbers follow with room between
 * them. Built-in parts are those of the storefront through which the order is seen. What was changed is one step.
 */
export async function placeAssignment(
  person: Person,
  body: { storefront: string; area: string; code: string; before: string | null },
  now: number,
): Promise<{ changed: { code: string; order: number }[] }> {
  const db = database()
  const setup = await loadSetup(db)
  const storefront = setup.storefronts.get(body.storefront)
  if (!storefront)
    throw unprocessable('There is no such storefront.', [
      { path: 'storefront', message: `There is no storefront “${body.storefront}”.` },
    ])
  return inTransaction(async (tx) => {
    const { assignments } = await readContent(tx.db, setup)
    const moving = assignments.find((a) => a.code === body.code)
    if (!moving)
      throw unprocessable('There is no such assignment.', [
        { path: 'code', message: `There is no assignment “${body.code}”.` },
      ])
    const entries: (Ordered & { number: number })[] = [
      ...assignments
        .filter((a) => a.area === body.area || a === moving)
        .map((a) => ({ key: a.code, order: a.order, number: a.number, fixed: false })),
      ...storefront.layout.parts
        .filter((p) => p.area === body.area)
        .map((p) => ({ key: `part:${p.part}`, order: p.order, number: -1, fixed: true })),
    ].sort((a, b) => a.order - b.order || a.number - b.number)
    let orders: Map<string, number>
    try {
      orders = reordered(entries, body.code, body.before)
    } catch (e) {
      throw e instanceof RangeError
        ? unprocessable('It cannot be moved there.', [{ path: 'before', message: e.message }])
        : e
    }
    const step = await beginStep(tx, `Moved the assignment “${moving.name}”`, person.id, now)
    for (const [code, order] of orders) {
      const { record } = (await getRecord('assignments', code)) as unknown as { record: AssignmentRecord }
      await writeIn(
        tx,
        person.id,
        'assignments',
        code,
        { ...record, order, ...(code === body.code ? { area: body.area } : {}) },
        anyVersion,
        now,
        { setup, step },
      )
    }
    return { changed: [...orders].map(([code, order]) => ({ code, order })) }
  })
}

/**
 * What the list of assignments shows beside them: the built-in parts of a storefront's page in their areas, from top to
 * bottom.
 */
export async function pageOrder(storefrontCode: string) {
  const setup = await loadSetup(database())
  const storefront = setup.storefronts.get(storefrontCode)
  if (!storefront)
    throw unprocessable('There is no such storefront.', [
      { path: 'storefront', message: `There is no storefront “${storefrontCode}”.` },
    ])
  const { assignments } = await loadContent(database(), setup)
  return storefront.layout.areas.map((a) => ({
    ...a,
    parts: storefront.layout.parts.filter((p) => p.area === a.area).map(({ part, order }) => ({ part, order })),
    assignments: assignments.filter((x) => x.area === a.area).length,
  }))
}
