import type { ImportReport } from '@contracts/imports'
import type { Tx } from '../../db/connect'
import { insertMessages } from '../../db/queries/messages'

/** Writes to whoever wants to be told that an import was applied. */
export async function tellOfImport(tx: Tx, title: string, report: ImportReport, now: number): Promise<void> {
  const { created, updated, unchanged, rejectedRows: rejected, step } = report
  const data = { title, created, updated, unchanged, rejected, step }
  await insertMessages(tx, { event: 'import.done', storefront: null, data }, now)
}
