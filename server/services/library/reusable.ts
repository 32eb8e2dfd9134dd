import type { AssignmentRecord, PieceRecord } from '@contracts/records'
import { codeOfName, freeCode } from '@core/text/code'
import { inTransaction } from '../../db/connect'
import { assignmentCodes } from '../../db/queries/library'
import { readSetup } from '../../db/queries/setup'
import { beginStep } from '../../db/queries/write-products'
import type { Person } from '@contracts/people'
import { unprocessable } from '../problem'
import { getRecord, writeIn } from '../records/records'

/**
 * Makes a piece that one product has for itself reusable: it goes into the library, and an assignment brings it to that
 * product, in the same place with the same limits, so that no page changes. One step.
 */
export async function makeReusable(
  person: Person,
  code: string,
  now: number,
): Promise<{ piece: PieceRecord; assignment: AssignmentRecord }> {
  const { record: piece, tag } = (await getRecord('pieces', code)) as unknown as { record: PieceRecord; tag: string }
  const { own } = piece
  if (own === null)
    throw unprocessable('It is already reusable.', [
      { path: 'own', message: `“${piece.name}” does not belong to a single product.` },
    ])
  return inTransaction(async (tx) => {
    const setup = await readSetup(tx.db)
    const step = await beginStep(tx, `Made “${piece.name}” of ${own.sku} reusable`, person.id, now)
    const written = await writeIn(tx, person.id, 'pieces', code, { ...piece, own: null }, { ifMatch: tag }, now, {
      setup,
      step,
    })
    const taken = new Set(await assignmentCodes(tx.db))
    const free = freeCode(codeOfName(piece.name, 'assignment'), (c) => taken.has(c))
    const assignment: AssignmentRecord = {
      code: free,
      name: piece.name,
      pieces: [code],
      sets: [],
      reach: { base: 'chosen', rule: null, chosen: [own.sku], added: [], leftOut: [], eachVariant: false },
      limits: own.limits,
      area: own.area,
      order: own.order,
      replaces: null,
      resting: own.resting,
    }
    const made = await writeIn(tx, person.id, 'assignments', free, assignment, { ifNoneMatch: '*' }, now, {
      setup,
      step,
    })
    return { piece: written.record as unknown as PieceRecord, assignment: made.record as unknown as AssignmentRecord }
  })
}
