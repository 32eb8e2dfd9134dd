import { randomUUID } from 'node:crypto'
import { createWriteStream, openAsBlob } from 'node:fs'
import { mkdir, mkdtemp, open, rename, rm, unlink } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import { settings, type Bucket } from '../settings'
import { askBucket } from './s3'

/** Where files for other systems lie, each under a name such as `market/uk-en-GB.csv`. */
export interface Outgoing {
  /** Writes a file in the place of the one before; whoever reads it gets the old one or the new one, and no half. */
  write(name: string, chunks: AsyncIterable<string | Buffer>, mime: string): Promise<void>
  remove(name: string): Promise<void>
}

/** Chunks as they come, in a file of their own. */
async function intoFile(file: string, chunks: AsyncIterable<string | Buffer>): Promise<void> {
  await pipeline(Readable.from(chunks), createWriteStream(file))
}

/** In a folder of the machine. */
export function outgoingFolder(folder: string): Outgoing {
  return {
    async write(name, chunks) {
      const file = path.join(folder, name)
      const part = path.join(path.dirname(file), `.${randomUUID()}`)
      await mkdir(path.dirname(file), { recursive: true })
      try {
        await intoFile(part, chunks)
        const handle = await open(part)
        await handle.sync().finally(() => handle.close())
        await rename(part, file)
      } catch (e) {
        await rm(part, { force: true })
        throw e
      }
    },
    remove: (name) => unlink(path.join(folder, name)).catch(() => undefined),
  }
}

/** In a bucket, under `files/`. */
export function outgoingBucket(bucket: Bucket): Outgoing {
  const ask = askBucket(bucket)
  return {
    async write(name, chunks, mime) {
      // A bucket wants to know how long a file is before it comes.
      const folder = await mkdtemp(path.join(tmpdir(), 'outgoing-'))
      try {
        const file = path.join(folder, 'file')
        await intoFile(file, chunks)
        const body = await (await openAsBlob(file)).arrayBuffer()
        await ask('PUT', `files/${name}`, { body, headers: { 'Content-Type': mime } })
      } finally {
        await rm(folder, { recursive: true, force: true })
      }
    },
    async remove(name) {
      await ask('DELETE', `files/${name}`)
    },
  }
}

/** The place that the settings name: a bucket where media lie in one, and a folder else. */
export function outgoing(): Outgoing {
  const { storage, filesFolder } = settings()
  return storage.kind === 's3' && filesFolder === null
    ? outgoingBucket(storage)
    : outgoingFolder(filesFolder ?? path.resolve(settings().data, 'files'))
}
