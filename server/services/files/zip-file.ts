import { Transform, type Readable } from 'node:stream'
import yauzl from 'yauzl'
import { CsvFileError } from './csv-file'

// What a packed file says of its own sizes is not believed: members are counted while they unpack.

/** More members than this are in no spreadsheet. */
const mostMembers = 5000
/** All members together unpack to at most so many bytes, over everything that is read of a file. */
const mostUnpacked = 1024 * 1024 * 1024

const broken = () =>
  new CsvFileError(
    {
      code: 'not-a-table',
      message: 'This compressed file cannot be opened. Save it again as a spreadsheet (XLSX) or as CSV.',
    },
    1,
  )

/** Says that a file unpacks to more than can be read. */
export const tooLargeUnpacked = () =>
  new CsvFileError(
    {
      code: 'too-large',
      message: 'This spreadsheet is too large. Save it as CSV, or split it into several files.',
    },
    1,
  )

/** A packed file that is open. */
export interface PackedFile {
  has(name: string): boolean
  /** A member unpacked, counted as it comes: at most `most` bytes of it, and `mostUnpacked` of the whole file. */
  stream(name: string, most?: number): Promise<Readable>
  close(): void
}

const opened = (file: string) =>
  new Promise<yauzl.ZipFile>((resolve, reject) => {
    yauzl.open(file, { lazyEntries: true, autoClose: false, validateEntrySizes: true }, (e, zip) =>
      e ? reject(broken()) : resolve(zip),
    )
  })

async function entriesOf(zip: yauzl.ZipFile): Promise<Map<string, yauzl.Entry>> {
  const entries = new Map<string, yauzl.Entry>()
  await new Promise<void>((resolve, reject) => {
    zip
      .on('entry', (entry: yauzl.Entry) => {
        entries.set(entry.fileName, entry)
        if (entries.size > mostMembers) reject(tooLargeUnpacked())
        else zip.readEntry()
      })
      .once('end', resolve)
      .once('error', () => reject(broken()))
    zip.readEntry()
  })
  return entries
}

/** Opens a packed file. Throws a CsvFileError where it cannot be. */
export async function openPacked(file: string): Promise<PackedFile> {
  const zip = await opened(file)
  const entries = await entriesOf(zip).catch((e: unknown) => {
    zip.close()
    throw e
  })
  let unpacked = 0
  return {
    has: (name) => entries.has(name),
    close: () => zip.close(),
    async stream(name, most = mostUnpacked) {
      const source = await new Promise<Readable>((resolve, reject) => {
        zip.openReadStream(entries.get(name)!, (e, stream) => (e ? reject(broken()) : resolve(stream)))
      })
      let bytes = 0
      const count = new Transform({
        transform(chunk: Buffer, _encoding, done) {
          bytes += chunk.length
          unpacked += chunk.length
          done(bytes > most || unpacked > mostUnpacked ? tooLargeUnpacked() : null, chunk)
        },
      })
      source.on('error', () => count.destroy(broken()))
      count.once('close', () => source.destroy())
      return source.pipe(count)
    },
  }
}
