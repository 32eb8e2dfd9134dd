import type { GlossaryImportReport } from '@contracts/translation'
import { stringify } from 'csv-stringify/sync'
import { parse } from 'csv-parse/sync'
import { guardCell, unguardCell } from '@core/text/guard'
import { codeOfName } from '@core/text/code'
import { glossaryColumns, glossaryRow, readGlossary } from '@core/translation/exchange/glossary-csv'
import { database, inTransaction } from '../../db/connect'
import { storedRecords } from '../../db/queries/records'
import { readSetup } from '../../db/queries/setup'
import { beginStep } from '../../db/queries/write-products'
import { authorize } from '../people/permission'
import type { Person } from '@contracts/people'
import { unprocessable, Problem } from '../problem'
import { anyVersion, writeIn } from '../records/records'

/** The glossary as CSV, guarded from spreadsheets. */
export async function exportTerms(): Promise<string> {
  const terms = await storedRecords(database(), 'glossary')
  const columns = glossaryColumns(terms)
  return stringify([columns, ...terms.map((x) => glossaryRow(x, columns).map(guardCell))], { record_delimiter: '\r\n' })
}

/** Takes terms from a CSV file: all of it, or nothing where something does not fit. */
export async function importTerms(
  person: Person,
  csv: string,
  mode: 'check' | 'apply',
  now: number,
): Promise<GlossaryImportReport> {
  authorize(person, 'edit-content')
  let rows: string[][]
  try {
    rows = (parse(csv, { bom: true, relax_column_count: true, skip_empty_lines: true }) as string[][]).map((r) =>
      r.map(unguardCell),
    )
  } catch (e) {
    throw unprocessable(`This CSV file cannot be read: ${(e as Error).message}`)
  }
  const { terms, problems } = readGlossary(rows, (term) => codeOfName(term, 'term'))
  const report: GlossaryImportReport = {
    mode,
    rows: Math.max(0, rows.length - 1),
    created: 0,
    updated: 0,
    unchanged: 0,
    rejected: [...problems],
    applied: false,
  }
  class Checked extends Error {}
  try {
    await inTransaction(async (tx) => {
      const setup = await readSetup(tx.db)
      let step: number | undefined
      for (const [i, term] of terms.entries()) {
        try {
          const done = await writeIn(tx, person.id, 'glossary', term.code, term, anyVersion, now, {
            setup,
            step: (step ??= await beginStep(tx, 'Imported a glossary', person.id, now)),
          })
          report[done.created ? 'created' : done.changed ? 'updated' : 'unchanged']++
        } catch (e) {
          if (!(e instanceof Problem)) throw e
          report.rejected.push(
            ...(e.errors ?? [{ path: '', message: e.message }]).map((x) => ({
              row: i + 2,
              column: x.path,
              message: x.message,
            })),
          )
        }
      }
      if (mode === 'check' || report.rejected.length > 0) throw new Checked()
    })
    report.applied = true
  } catch (e) {
    if (!(e instanceof Checked)) throw e
  }
  return report
}
