import { createMemory, type Memory } from '@core/translation/memory'
import { createXliffReader } from '@core/translation/exchange/xliff-read'
import { writeXliff2 } from '@core/translation/exchange/xliff-2-write'
import type { ExchangeRecord } from '@core/translation/exchange/unit'
import { tokensOf } from '@core/translation/tokens'
import { seeded } from '@core/numbers/seeded'
import { edited, naturalCorpus, templateCorpus } from './corpora'
import { note, quantile } from './measure'

const query = (text: string) => ({ text, placeholders: [], before: '?', after: '?' })
const memoryOf = (segments: readonly string[]) =>
  createMemory(
    'en-GB',
    segments.map((text, id) => ({
      id,
      text: text.replace(/&/g, '&amp;').replace(/</g, '&lt;'),
      tokens: tokensOf({ text: text.replace(/&/g, '&amp;').replace(/</g, '&lt;'), placeholders: [] }, 'en-GB'),
      before: '',
      after: '',
      at: 0,
    })),
  )

function probes(segments: readonly string[], n: number): string[] {
  const next = seeded(3)
  const words = segments.slice(0, 2000).flatMap((s) => s.split(' '))
  return Array.from({ length: n }, () =>
    edited(segments[Math.floor(next() * segments.length)]!, words, next)
      .replace(/&/g, '&amp;')
      .replace(/</g, '&lt;'),
  )
}

function timed(memory: Memory, asked: readonly string[], how: 'find' | 'findSlowly') {
  const answers: unknown[] = []
  const times = asked.map((text) => {
    const began = performance.now()
    answers.push(memory[how](query(text)))
    return performance.now() - began
  })
  return { answers, times: times.sort((a, b) => a - b), sum: times.reduce((a, b) => a + b, 0) }
}

/**
 * Matches from memories of natural text and of text made from templates; the same answers as comparing with every
 * segment of fitting length.
 */
export function benchMemory(sizes = [100_000, 1_000_000]): void {
  for (const size of sizes) {
    const natural = naturalCorpus(size)
    for (const [corpus, segments, most] of [
      [
        `natural text (${natural.own.toLocaleString('en-GB')} sentences of the installed packages’ ` +
          `documentation${natural.own < size ? ', the rest with halves exchanged' : ''})`,
        natural.segments,
        size === 100_000 ? 5 : 50,
      ],
      ['text made from six templates of the demo’s trade', templateCorpus(size), size === 100_000 ? 10 : 100],
    ] as const) {
      const began = performance.now()
      const memory = memoryOf(segments)
      const built = ((performance.now() - began) / 1000).toFixed(1)
      const asked = probes(segments, 500)
      timed(memory, asked.slice(0, 50), 'find')
      const quick = timed(memory, asked, 'find')
      const what = `Top five matches at 70 and above among ${size.toLocaleString('en-GB')} segments of ${corpus}`
      note(
        `${what}, 95th percentile`,
        quantile(quick.times, 0.95),
        most,
        ' ms',
        `median ${quantile(quick.times, 0.5).toFixed(2)} ms, 500 probes; made in ${built} s`,
      )
      const slow = timed(memory, asked, 'findSlowly')
      const same = asked.filter((_, i) => JSON.stringify(quick.answers[i]) === JSON.stringify(slow.answers[i])).length
      note(
        `${what}: times as fast as comparing with every segment of fitting length (at least)`,
        slow.sum / quick.sum,
        10,
        ' ×',
        `${same} of 500 probes have the same answers`,
        true,
      )
      if (size === 100_000 && most === 5) {
        const many = probes(segments, 10_000)
        const start = performance.now()
        for (const text of many) memory.find(query(text), { most: 1, least: 85 })
        note(
          'Translating beforehand: segments a second against a memory of 100,000 of natural text (at least)',
          10_000 / ((performance.now() - start) / 1000),
          1000,
          ' a second',
          '10,000 segments',
          true,
        )
      }
    }
  }
}

/** A file of 50,000 units, written and read piece by piece; what the heap holds meanwhile. */
export async function benchExchange(): Promise<void> {
  async function* records(): AsyncGenerator<ExchangeRecord> {
    const texts = templateCorpus(1000)
    for (let r = 0; r < 12_500; r++)
      yield {
        record: `product:BN-${r}`,
        title: 'x',
        units: Array.from({ length: 4 }, (_, u) => ({
          unit: `attribute:a${u}`,
          label: 'Text',
          notes: [],
          segments: [
            {
              id: 's1',
              state: 'translated' as const,
              source: { text: texts[(r * 4 + u) % 1000]!, placeholders: [] },
              target: { text: texts[(r + u) % 1000]!, placeholders: [] },
            },
          ],
        })),
      }
  }
  const heap = () => process.memoryUsage().heapUsed / 1_048_576
  global.gc?.()
  const before = heap()
  let most = before
  let [units, characters, n] = [0, 0, 0]
  const began = performance.now()
  const reader = createXliffReader()
  for await (const chunk of writeXliff2(records(), { source: 'en-GB', target: 'de-DE' })) {
    characters += chunk.length
    units += reader.write(chunk).length
    if (++n % 1000 === 0) {
      global.gc?.()
      most = Math.max(most, heap())
    }
  }
  units += reader.end().length
  note(
    'A file of 50,000 units written and read: what the heap holds more than before, at most',
    most - before,
    20,
    ' MB',
    `${units} units, ${(characters / 1_048_576).toFixed(0)} MB of XLIFF 2.1 in ` +
      `${((performance.now() - began) / 1000).toFixed(1)} s`,
  )
}
