import { createWriteStream } from 'node:fs'
import { Transform, type Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import { getRequestHeader, type H3Event } from 'h3'
import { Problem } from '../services/problem'

// What a request says of its own size is never believed: bytes are counted while they come, and a clock runs beside.

/** A JSON or text body holds at most so many bytes. */
export const mostOfBody = 8 * 1024 * 1024
/** A body that is held in memory has to be there after so many milliseconds. */
const bodyTime = 20_000
/** A file has to go on coming: at most so long without a byte, and, after a minute, at least so many bytes a second. */
const fileIdle = 20_000
const fileRate = 2048

/** What may wait in the memory of this process at the same time, as bodies that are still being read. */
const mostWaiting = { bodies: 64, bytes: 128 * 1024 * 1024, files: 24 }
const waiting = { bodies: 0, bytes: 0, files: 0 }

const tooLarge = (most: number, what: string) =>
  new Problem(413, 'Too large', `${what} is larger than ${Math.round(most / 1024 / 1024)} MB, which is the most.`)
const tooSlow = (what: string) =>
  new Problem(408, 'Too slow', `${what} came too slowly and was given up. Nothing has been changed. Send it again.`)
const tooMany = () =>
  new Problem(503, 'Busy', 'Too many requests are being sent at the same time. Try again in a moment.', undefined, {
    retryAfter: 5,
  })
const cutOff = (what: string) =>
  new Problem(400, 'Cut off', `${what} ended before it was whole. Nothing has been changed.`)

/** Whoever is refused and goes on sending is listened to for so long before the answer, in milliseconds. */
const graceForRest = 1500

/**
 * Lets what is left of a request that is refused pass, unread and uncounted, so that its sender reads the answer and
 * not an error of the connection: an answer beside unread bytes is lost when the connection closes. Who does not stop
 * in time is cut off. Does nothing where all of it was read.
 */
export async function letRestPass(event: H3Event): Promise<void> {
  const { req, res } = event.node
  if (req.complete || res.headersSent || req.destroyed) return
  req.resume()
  await new Promise<void>((resolve) => {
    const done = () => {
      clearTimeout(timer)
      req.off('end', done).off('close', done)
      resolve()
    }
    const timer = setTimeout(done, graceForRest)
    req.once('end', done).once('close', done)
  })
  res.once('finish', () => {
    if (!req.complete) req.destroy()
  })
}

/** The whole body as bytes, at most `most` of them. Throws 413, 408 and 503 problems. */
export async function readLimited(event: H3Event, most = mostOfBody): Promise<Buffer> {
  const { req } = event.node
  if (Number(getRequestHeader(event, 'content-length') ?? 0) > most) throw tooLarge(most, 'The body')
  if (waiting.bodies >= mostWaiting.bodies || waiting.bytes >= mostWaiting.bytes) throw tooMany()
  waiting.bodies++
  let bytes = 0
  try {
    const chunks = await new Promise<Buffer[]>((resolve, reject) => {
      const read: Buffer[] = []
      const done = (end: () => void) => {
        clearTimeout(timer)
        req.off('data', take).off('end', ended).off('error', broke).off('aborted', broke)
        end()
      }
      const refuse = (problem: Problem) => done(() => reject(problem))
      const take = (chunk: Buffer) => {
        bytes += chunk.length
        waiting.bytes += chunk.length
        if (bytes > most) return refuse(tooLarge(most, 'The body'))
        if (waiting.bytes > mostWaiting.bytes) return refuse(tooMany())
        read.push(chunk)
      }
      const ended = () => done(() => resolve(read))
      const broke = () => done(() => reject(cutOff('The body')))
      const timer = setTimeout(() => refuse(tooSlow('The body')), bodyTime)
      req.on('data', take).on('end', ended).on('error', broke).on('aborted', broke)
    })
    return Buffer.concat(chunks)
  } finally {
    waiting.bodies--
    waiting.bytes -= bytes
  }
}

/** The whole body as text. Throws as `readLimited` does, and 400 where it is not UTF-8. */
export async function readText(event: H3Event, most = mostOfBody): Promise<string> {
  const bytes = await readLimited(event, most)
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes)
  } catch {
    throw new Problem(400, 'Not UTF-8', 'The body is not written in UTF-8.')
  }
}

/**
 * The body as JSON; undefined where it is empty. Throws as `readText` does, 400 where it is no JSON, 415 where it does
 * not say that it is.
 */
export async function readJson(event: H3Event, most = mostOfBody): Promise<unknown> {
  if (!/^application\/([\w.-]+\+)?json\b/i.test(getRequestHeader(event, 'content-type') ?? '')) {
    throw new Problem(415, 'Not JSON', 'The body has to be JSON, with Content-Type: application/json.')
  }
  const text = await readText(event, most)
  if (text.trim() === '') return undefined
  try {
    return JSON.parse(text)
  } catch {
    throw new Problem(400, 'Not JSON', 'The body cannot be read as JSON.')
  }
}

/**
 * Writes the body to a file while it comes, so that its size does not matter to the memory. Throws 413, 408 and 503
 * problems.
 */
export async function streamToFile(event: H3Event, file: string, most: number): Promise<number> {
  if (Number(getRequestHeader(event, 'content-length') ?? 0) > most) throw tooLarge(most, 'The file')
  if (waiting.files >= mostWaiting.files) throw tooMany()
  waiting.files++
  const began = Date.now()
  let bytes = 0
  let problem: Problem | undefined
  const limit = new Transform({
    transform(chunk: Buffer, _encoding, done) {
      bytes += chunk.length
      lastByte = Date.now()
      done(bytes > most ? tooLarge(most, 'The file') : null, chunk)
    },
  })
  let lastByte = began
  const clock = setInterval(() => {
    const seconds = (Date.now() - began) / 1000
    const slow = Date.now() - lastByte > fileIdle || (seconds > 60 && bytes / seconds < fileRate)
    if (slow) limit.destroy((problem = tooSlow('The file')))
  }, 1000)
  // The request itself is kept whole, so that the answer can still be sent.
  const source = (async function* () {
    for await (const chunk of event.node.req.iterator({ destroyOnReturn: false }) as AsyncIterable<Buffer>) yield chunk
  })()
  try {
    await pipeline(source as unknown as Readable, limit, createWriteStream(file))
    return bytes
  } catch (e) {
    if (problem) throw problem
    throw e instanceof Problem || (e as { code?: string }).code === 'ENOSPC' ? e : cutOff('The file')
  } finally {
    clearInterval(clock)
    waiting.files--
  }
}
