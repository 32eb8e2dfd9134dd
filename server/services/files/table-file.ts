import { open } from 'node:fs/promises'
import { readRecords, sniff, type CsvRecord } from './csv-file'
import { jsonLinesReader } from './json-lines-file'
import { readSpreadsheet } from './spreadsheet-file'

/** A file of rows, whatever its format: the header first, as often as it is asked. */
export interface TableFile {
  format: 'csv' | 'xlsx' | 'jsonl'
  /** Of CSV: what stands between cells. */
  separator: ',' | ';' | '\t' | null
  records(): AsyncGenerator<CsvRecord>
}

/**
 * Opens a file by what its first bytes show, not by its name. Throws a CsvFileError where it is none of the formats.
 */
export async function openTable(file: string): Promise<TableFile> {
  const handle = await open(file)
  const { buffer, bytesRead } = await handle.read(Buffer.alloc(512), 0, 512, 0)
  await handle.close()
  const head = buffer.subarray(0, bytesRead)
  if (head.subarray(0, 4).equals(Buffer.from([0x50, 0x4b, 3, 4])))
    return { format: 'xlsx', separator: null, records: () => readSpreadsheet(file) }
  if (/^\ufeff?\s*\{/.test(head.toString('utf8')))
    return { format: 'jsonl', separator: null, records: jsonLinesReader(file) }
  const separator = await sniff(file)
  return { format: 'csv', separator, records: () => readRecords(file, separator) }
}
