import type { Upload } from '@contracts/imports'
import { mappingFor, suggestMapping, type Mapping } from '@core/imports/mapping'
import { database } from '../db/connect'
import { loadSetup } from '../db/queries/setup'
import { CsvFileError } from './csv-file'
import { listKept } from './kept'
import type { Person } from './permission'
import { notFitting } from './problem'
import { openTable } from './table-file'

const looked = 50

/** What a file that was sent holds: its format, its first rows, and what its columns may mean. Throws a 422 problem where it is no table. */
export async function lookAtUpload(person: Person, upload: string, path: string, o: { name: string; mapping?: number; type?: string }): Promise<Upload> {
  const setup = await loadSetup(database())
  const kept = o.mapping === undefined ? undefined : (await listKept(person, 'mapping')).items.find((k) => k.id === o.mapping)
  try {
    const table = await openTable(path)
    let headers: string[] | undefined
    const rows: string[][] = []
    for await (const { cells } of table.records()) {
      if (!headers) headers = cells
      else rows.push(cells)
      if (rows.length >= looked) break
    }
    if (!headers) throw notFitting('The file has no rows. It needs a row of headings and a row for each product.')
    const suggested = kept ? mappingFor(kept.content as unknown as Mapping, headers, rows, setup) : suggestMapping(headers, rows, setup, o.type ?? '')
    return { upload, name: o.name, format: table.format, headers, rows: rows.slice(0, 12).map((r) => r.map((c) => c.slice(0, 200))), suggested }
  } catch (e) {
    if (e instanceof CsvFileError) throw notFitting(e.message)
    throw e
  }
}
