import type { Upload } from '@contracts/imports'
import { mappingFor, suggestMapping, type Mapping } from '@core/imports/mapping'
import { database } from '../../db/connect'
import { loadSetup } from '../../db/queries/setup'
import { decode } from '../../decoder/decode'
import { CsvFileError } from '../files/csv-file'
import { listSaved } from '../people/saved-views'
import type { Person } from '@contracts/people'
import { unprocessable } from '../problem'

/** Rows and letters of a cell that are shown. */
const shown = { rows: 12, letters: 200 }

/**
 * What a file that was sent holds: its format, its first rows, and what its columns may mean. Throws a 422 problem
 * where it is no table.
 */
export async function lookAtUpload(
  person: Person,
  upload: string,
  path: string,
  o: { name: string; mapping?: number; type?: string },
): Promise<Upload> {
  const setup = await loadSetup(database())
  const saved =
    o.mapping === undefined ? undefined : (await listSaved(person, 'mapping')).items.find((k) => k.id === o.mapping)
  const { format, headers, rows } = await decode('first-rows', path).catch((e: unknown) => {
    throw e instanceof CsvFileError ? unprocessable(e.message) : e
  })
  if (!headers) throw unprocessable('The file has no rows. It needs a row of headings and a row for each product.')
  const suggested = saved
    ? mappingFor(saved.content as unknown as Mapping, headers, rows, setup)
    : suggestMapping(headers, rows, setup, o.type ?? '')
  const firstOfRows = rows.slice(0, shown.rows).map((r) => r.map((c) => c.slice(0, shown.letters)))
  return { upload, name: o.name, format, headers, rows: firstOfRows, suggested }
}
