import { createReadStream, createWriteStream } from 'node:fs'
import path from 'node:path'
import { Readable, Transform } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import { database } from '@server/db/connect'
import { settleTables } from '@server/db/queries/write-products'
import { undoStep } from '@server/services/work/undo-step'
import { exportTranslations } from '@server/services/translation/exchange-out'
import { importTranslations } from '@server/services/translation/exchange-in'
import { maren, note } from './measure'

const wanted = 50_000

/**
 * Watches the memory of the process while something is done: what it grows by at most in the first half of the time,
 * and in the second.
 */
async function watched<T>(
  work: () => Promise<T>,
): Promise<{ result: T; first: number; second: number; seconds: number }> {
  // What is held, without what waits to be collected.
  const held = () => {
    global.gc?.()
    return process.memoryUsage().heapUsed + process.memoryUsage().external
  }
  const before = held()
  const seen: number[] = []
  const timer = setInterval(() => {
    seen.push(held())
  }, 500)
  const began = performance.now()
  try {
    const result = await work()
    const [first, second] = [seen.slice(0, seen.length / 2), seen.slice(seen.length / 2)].map(
      (half) => (Math.max(...half) - before) / 1e6,
    )
    return { result, first: first!, second: second!, seconds: (performance.now() - began) / 1000 }
  } finally {
    clearInterval(timer)
  }
}

/** What a translator does with a file: each segment without a target gets one. */
function translated() {
  let rest = ''
  const fill = (text: string) =>
    text.replace(
      /<segment id="([^"]+)" state="initial"><source>([^<]+)<\/source><\/segment>/g,
      (_, id: string, source: string) =>
        `<segment id="${id}" state="translated"><source>${source}</source><target>${source} auf ` +
        'Deutsch</target></segment>',
    )
  return new Transform({
    decodeStrings: false,
    encoding: 'utf8',
    transform(chunk, _, done) {
      const text = rest + String(chunk)
      const end = text.lastIndexOf('</unit>') + 1
      rest = text.slice(end)
      done(null, fill(text.slice(0, end)))
    },
    flush(done) {
      done(null, fill(rest))
    },
  })
}

/**
 * The texts of 50,000 products out as XLIFF 2.1 with matches and terms, translated by another program, and in again;
 * then put back.
 */
export async function benchTranslationFiles(folder: string) {
  await settleTables(database())
  const [out, back] = [path.join(folder, 'out.xlf'), path.join(folder, 'back.xlf')]
  const records = Array.from({ length: wanted }, (_, i) => `product:BN-${i}`)
  const sent = await watched(async () =>
    pipeline(
      Readable.from(
        (
          await exportTranslations(
            { target: { storefront: 'de', language: 'de-DE' }, show: 'all', records, format: 'xliff-2.1' },
            Date.now(),
            'bench',
          )
        ).chunks,
      ),
      createWriteStream(out),
    ),
  )
  note(
    `Texts of ${wanted.toLocaleString('en-GB')} products sent out as XLIFF 2.1: what the heap holds more ` +
      'in the second half than in the first, at most',
    Math.max(0, sent.second - sent.first),
    20,
    ' MB',
    `by ${sent.first.toFixed(0)} MB in the first; ${sent.seconds.toFixed(0)} s`,
  )
  await pipeline(createReadStream(out, { encoding: 'utf8' }), translated(), createWriteStream(back))
  const taken = await watched(() => importTranslations(back, maren, 'Took translations from a file', Date.now()))
  const { taken: segments, refusedCount, step } = taken.result
  note(
    `${wanted.toLocaleString('en-GB')} units brought back from XLIFF 2.1: the same`,
    Math.max(0, taken.second - taken.first),
    20,
    ' MB',
    `by ${taken.first.toFixed(0)} MB in the first; ${segments.toLocaleString('en-GB')} segments taken ` +
      `and ${refusedCount} refused in ${taken.seconds.toFixed(0)} s`,
  )
  if (step !== null) await undoStep(step, null, Date.now())
}
