import { parse, CsvError } from 'csv-parse'
import { createReadStream } from 'node:fs'
import { open } from 'node:fs/promises'
import { Transform } from 'node:stream'
import { fileProblem, parseProblem, separatorOf, tellsSeparator, type FileProblem } from '@core/imports/file'
import { ForPeople } from '../problem'

/** A file that cannot be read as CSV: what is wrong, and in which line. */
export class CsvFileError extends ForPeople {
  constructor(
    readonly problem: FileProblem,
    readonly line: number,
  ) {
    super(problem.message)
  }
}

/** A record with the line on which it begins, the header's being 1. */
export interface CsvRecord {
  line: number
  cells: string[]
}

/** Lets only well-formed UTF-8 through; names the line of the first byte that is not. */
function onlyUtf8(): Transform {
  const decoder = new TextDecoder('utf-8', { fatal: true, ignoreBOM: true })
  let line = 1
  const check = (chunk: Buffer | undefined) => {
    try {
      decoder.decode(chunk, { stream: chunk !== undefined })
    } catch {
      throw new CsvFileError(
        {
          code: 'wrong-encoding',
          message:
            `The file is not written in UTF-8: at or after line ${line} there is a letter in another encoding. ` +
            'Save it again as “CSV (UTF-8)”.',
        },
        line,
      )
    }
  }
  return new Transform({
    transform(chunk: Buffer, _e, done) {
      try {
        check(chunk)
        done(null, chunk)
        for (let i = chunk.indexOf(10); i >= 0; i = chunk.indexOf(10, i + 1)) line++
      } catch (e) {
        done(e as Error)
      }
    },
    flush(done) {
      try {
        check(undefined)
        done()
      } catch (e) {
        done(e as Error)
      }
    },
  })
}

/** The separator of a file, from its first line. Throws a CsvFileError where it is no CSV text. */
export async function sniff(file: string): Promise<',' | ';' | '\t'> {
  const handle = await open(file)
  try {
    const { buffer, bytesRead } = await handle.read(Buffer.alloc(64 * 1024), 0, 64 * 1024, 0)
    const head = buffer.subarray(0, bytesRead)
    const problem = fileProblem(head)
    if (problem) throw new CsvFileError(problem, 1)
    const line = head
      .toString('utf8')
      .replace(/^\ufeff/, '')
      .split(/\r?\n/, 1)[0]!
    return separatorOf(line)
  } finally {
    await handle.close()
  }
}

/** The records of a CSV file (RFC 4180, and other separators), the header first. Blank lines are passed over. */
export async function* readRecords(file: string, separator: string): AsyncGenerator<CsvRecord> {
  const parser = parse({ delimiter: separator, bom: true, relax_column_count: true, max_record_size: 1 << 20 })
  const source = createReadStream(file, { highWaterMark: 1 << 16 })
  const utf8 = onlyUtf8()
  source.on('error', (e) => parser.destroy(e))
  utf8.on('error', (e) => parser.destroy(e))
  source.pipe(utf8).pipe(parser)
  // Lines are counted here: with its own count for each record, the parser takes half as long again.
  let line = 1
  try {
    for await (const cells of parser as AsyncIterable<string[]>) {
      const isBlank = cells.length === 1 && cells[0] === ''
      if (!isBlank && !(line === 1 && tellsSeparator(cells))) yield { line, cells }
      line++
      for (const cell of cells) if (cell.includes('\n')) line += cell.split('\n').length - 1
    }
  } catch (e) {
    if (e instanceof CsvError) {
      const at = Number((e as unknown as { lines?: number }).lines ?? line)
      throw new CsvFileError(parseProblem(e.code, at), at)
    }
    throw e
  } finally {
    source.destroy()
  }
}
