import type { ImportReport } from '@contracts/imports'
import type { StoredSetup } from '../../db/queries/setup'
import { meaningOf, type Overview } from './overview'

/** The report of an import of which nothing was read yet but what stands at its head. */
export const emptyReport = (mode: ImportReport['mode'], seen: Overview, setup: StoredSetup): ImportReport => ({
  mode,
  rows: seen.rows,
  created: 0,
  updated: 0,
  unchanged: 0,
  suggested: 0,
  rejected: [],
  rejectedCount: 0,
  rejectedRows: 0,
  applied: false,
  step: null,
  columns: seen.columns.map((c) => ({ header: c.header, meaning: meaningOf(c, setup) })),
  decimalSign: seen.sign,
  separator: seen.separator,
})
