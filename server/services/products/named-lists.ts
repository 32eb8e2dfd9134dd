import type { NamedList } from '@core/catalogue/model'
import { database } from '../../db/connect'
import { namedListsWithCounts } from '../../db/queries/library'
import { findByRule } from '../../db/queries/reach'
import { loadSetup } from '../../db/queries/setup'
import type { Person } from '@contracts/people'
import { unprocessable, Problem } from '../problem'
import { getRecord, putRecord } from '../records/records'
import { filterOf, lensOf, type LensBody } from '../reach/reach'

/** Named lists with the number of their products, by name. */
export async function listLists() {
  return { items: await namedListsWithCounts(database()), next: null }
}

/** What is kept by hand is not this long. */
const most = 100_000

export interface ListChange {
  add: string[]
  remove: string[]
  addFound?: unknown
  lens?: LensBody
}

/**
 * Puts products into a list and takes others out, whoever else changes it meanwhile. What was asked of a version that
 * is gone is asked again.
 */
export async function changeList(
  person: Person,
  code: string,
  body: ListChange,
  now: number,
): Promise<{ products: number; came: number; left: number }> {
  for (let tries = 1; ; tries++) {
    const { record, tag } = (await getRecord('lists', code)) as unknown as { record: NamedList; tag: string }
    const db = database()
    const setup = await loadSetup(db)
    const node = filterOf(setup, body.addFound)
    const found =
      node === null
        ? { skus: [], next: null }
        : await findByRule(db, setup, node, lensOf(setup, body.lens, now), { limit: most })
    if (found.next !== null)
      throw unprocessable(`A named list holds ${most.toLocaleString('en-GB')} products at most; use a rule for more.`)
    const gone = new Set(body.remove)
    const skus = [...new Set([...record.skus, ...body.add, ...found.skus])].filter((s) => !gone.has(s))
    try {
      const { record: after } = (await putRecord(
        person,
        'lists',
        code,
        { ...record, skus },
        { ifMatch: tag },
        now,
      )) as unknown as { record: NamedList }
      const before = new Set(record.skus)
      const came = after.skus.filter((s) => !before.has(s)).length
      return { products: after.skus.length, came, left: before.size + came - after.skus.length }
    } catch (e) {
      if (!(e instanceof Problem) || e.status !== 412 || tries >= 5) throw e
    }
  }
}
