import type { MeaningBody } from '@contracts/pool'
import { parseHeader } from '@core/imports/columns'
import { inTransaction, type Db } from '../../db/connect'
import { changeMapping, savedMapping } from '../../db/queries/saved'
import { loadSetup } from '../../db/queries/setup'
import { dataPool } from '../../stand-ins/chosen'
import { authorize } from '../people/permission'
import type { Person } from '@contracts/people'
import { unprocessable } from '../problem'

/** What people have said that properties of the pool mean: the mapping that is kept under its name, for everybody. */
export const poolMapping = (db: Db) => savedMapping(db, dataPool().name)

/** Says what a property of the pool means, for everybody. Throws 422 where nothing of ours has that name. */
export async function setMeaning(person: Person, { property, means }: MeaningBody): Promise<void> {
  authorize(person, 'edit-products')
  await inTransaction(async (tx) => {
    const { problems } = means === '' ? { problems: [] } : parseHeader(['sku', means], await loadSetup(tx.db))
    if (problems.length > 0)
      throw unprocessable(
        'Nothing has been changed.',
        problems.map((p) => ({ path: 'means', message: p.message })),
      )
    await changeMapping(tx, dataPool().name, person.id, (m) => ({
      ...m,
      columns: [
        ...m.columns.filter((c) => c.header !== property),
        ...(means === '' ? [] : [{ header: property, means, unit: '' }]),
      ],
    }))
  })
}
