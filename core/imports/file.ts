/** What a file's first bytes show, where it is no CSV file at all. */
export interface FileProblem {
  code: string
  message: string
}

const starts = (bytes: Uint8Array, ...magic: number[]) => magic.every((b, i) => bytes[i] === b)

/** Whether the beginning of a file can be one of CSV text: a sentence on what it is where it cannot. */
export function fileProblem(head: Uint8Array): FileProblem | undefined {
  if (head.length === 0)
    return {
      code: 'empty-file',
      message: 'The file is empty. It needs a header row with the column “sku” and a row for each product.',
    }
  if (starts(head, 0x50, 0x4b, 3, 4))
    return {
      code: 'not-csv',
      message: 'This is a spreadsheet or another packed file, not CSV text. Save it as “CSV (UTF-8)” first.',
    }
  if (starts(head, 0xd0, 0xcf, 0x11, 0xe0))
    return {
      code: 'not-csv',
      message: 'This is an old spreadsheet file, not CSV text. Save it as “CSV (UTF-8)” first.',
    }
  if (starts(head, 0x89, 0x50, 0x4e, 0x47) || starts(head, 0xff, 0xd8, 0xff))
    return { code: 'not-csv', message: 'This is a picture, not a CSV file.' }
  if (starts(head, 0x25, 0x50, 0x44, 0x46))
    return { code: 'not-csv', message: 'This is a PDF document, not a CSV file.' }
  if (starts(head, 0xff, 0xfe) || starts(head, 0xfe, 0xff))
    return { code: 'wrong-encoding', message: 'The file is written in UTF-16. Save it again with the encoding UTF-8.' }
  if (head.includes(0)) return { code: 'not-csv', message: 'The file holds binary data, so it is not a CSV file.' }
  return undefined
}

/** A first line that spreadsheets write to say what separates the cells: `sep=;`. */
const told = /^sep=([,;\t])$/i

/** Whether the first record of a file is such a line, cut at the separator that it names. */
export const tellsSeparator = (cells: readonly string[]): boolean =>
  cells.length === 2 && /^sep=$/i.test(cells[0]!) && cells[1] === ''

/**
 * The separator of a file by its first line: the one that the line names (`sep=;`), else the one of comma, semicolon and
 * tab that stands most often outside quotes.
 */
export function separatorOf(firstLine: string): ',' | ';' | '\t' {
  const named = told.exec(firstLine)?.[1]
  if (named !== undefined) return named as ',' | ';' | '\t'
  const bare = firstLine.replace(/"[^"]*"/g, '')
  const count = (s: string) => bare.split(s).length - 1
  const best = ([',', ';', '\t'] as const).map((s) => [s, count(s)] as const).sort((a, b) => b[1] - a[1])[0]!
  return best[1] > 0 ? best[0] : ','
}

/** A sentence on what broke the reading of a CSV file, from the parser's code. */
export function parseProblem(code: string, line: number): FileProblem {
  if (code === 'CSV_QUOTE_NOT_CLOSED')
    return {
      code: 'broken-quotes',
      message:
        `A quotation mark that opens in line ${line} or before it is never closed. Close it, or double it if ` +
        'it belongs to the text.',
    }
  if (code.includes('QUOTE'))
    return {
      code: 'broken-quotes',
      message:
        `In line ${line} a quotation mark stands in the middle of a cell. Double it, and put the whole cell ` +
        'in quotation marks.',
    }
  if (code === 'CSV_MAX_RECORD_SIZE')
    return {
      code: 'too-large',
      message: `The record at line ${line} is larger than 1 MB; a quotation mark may have been left open before it.`,
    }
  return { code: 'not-csv', message: `The file cannot be read as CSV at line ${line}.` }
}
