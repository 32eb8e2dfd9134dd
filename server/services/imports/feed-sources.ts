import { createHash } from 'node:crypto'
import { createWriteStream } from 'node:fs'
import { copyFile, mkdir, readdir, stat } from 'node:fs/promises'
import path from 'node:path'
import { Transform } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import type { FeedSourceName } from '@contracts/feeds'
import { settings } from '../../settings'
import { addressProblem } from '../outside/address-problem'
import { FetchRefused, guardedFetch } from '../outside/guarded-fetch'
import { ForPeople } from '../problem'

/** Why a feed could not be fetched, in a sentence that says what to do. */
export class FeedProblem extends ForPeople {}

/** Where files come from. Adding a source is adding an entry. */
export interface FeedSource {
  /** What is wrong with a place, or undefined. */
  check(place: string): string | undefined
  /**
   * Puts the file into `to` and answers the mark by which it is known again; undefined where it has the mark that was
   * seen. Throws FeedProblem.
   */
  fetch(place: string, seen: string | null, to: string): Promise<string | undefined>
}

const isFull = (e: unknown) => (e as { code?: string }).code === 'ENOSPC'

const most = 1024 * 1024 * 1024
const waits = 120_000
const endings = /\.(csv|tsv|txt|xlsx|jsonl|ndjson)$/i

/** The folder that folders of feeds lie in. */
export const feedsFolder = () => path.join(settings().data, 'feeds')

async function newestIn(folder: string): Promise<{ file: string; mark: string } | undefined> {
  const names = (await readdir(folder)).filter((n) => endings.test(n) && !n.startsWith('.'))
  const files = await Promise.all(names.map(async (name) => ({ name, at: await stat(path.join(folder, name)) })))
  const newest = files
    .filter((f) => f.at.isFile())
    .sort((a, b) => b.at.mtimeMs - a.at.mtimeMs || (a.name < b.name ? 1 : -1))[0]
  return (
    newest && { file: path.join(folder, newest.name), mark: `${newest.name} ${newest.at.mtimeMs} ${newest.at.size}` }
  )
}

const folder: FeedSource = {
  check: (place) =>
    /^[\p{L}\p{N}][\p{L}\p{N} ._-]*(\/[\p{L}\p{N}][\p{L}\p{N} ._-]*)*$/u.test(place)
      ? undefined
      : 'Enter a folder inside the folder for feeds, such as “supplier/stock”.',
  async fetch(place, seen, to) {
    const at = path.join(feedsFolder(), place)
    await mkdir(at, { recursive: true })
    const newest = await newestIn(at)
    if (!newest) throw new FeedProblem(`There is no CSV, XLSX or JSON Lines file in ${at}. Put one there.`)
    if (newest.mark === seen) return undefined
    await copyFile(newest.file, to)
    return newest.mark
  },
}

const address: FeedSource = {
  check: (place) => addressProblem(place, 'https://supplier.example/range.csv'),
  async fetch(place, seen, to) {
    const answer = await guardedFetch(place, {
      headers: seen?.startsWith('etag ') ? { 'if-none-match': seen.slice(5) } : {},
      patience: waits,
    }).catch((e: unknown) => {
      throw e instanceof FetchRefused ? new FeedProblem(e.message) : e
    })
    if (answer.statusCode === 304) {
      answer.destroy()
      return undefined
    }
    if (answer.statusCode !== 200) {
      answer.destroy()
      throw new FeedProblem(
        `${place} could not be fetched: it answers with the status ${answer.statusCode}. Ask its owner.`,
      )
    }
    const hash = createHash('sha256')
    let bytes = 0
    const watch = new Transform({
      transform(chunk: Buffer, _e, done) {
        bytes += chunk.length
        hash.update(chunk)
        done(bytes > most ? new FeedProblem(`${place} sends more than 1 GB.`) : null, chunk)
      },
    })
    await pipeline(answer, watch, createWriteStream(to)).catch((e: unknown) => {
      throw isFull(e) || e instanceof FeedProblem
        ? e
        : new FeedProblem(`${place} broke off before the file was whole. It will be tried again at the next check.`)
    })
    const { etag: tag } = answer.headers
    // Without an entity tag the content itself tells.
    const mark = tag ? `etag ${tag}` : `sha-256 ${hash.digest('hex')}`
    return mark === seen ? undefined : mark
  },
}

export const feedSources: Record<FeedSourceName, FeedSource> = { folder, address }
