import { appendFile, mkdir, readFile, stat } from 'node:fs/promises'
import path from 'node:path'
import type { PoolItem } from '@core/pool/item'
import { fold } from '@core/text/fold'
import { canonicalNumber } from '@core/units/canonical'
import { parseMeasure, splitMeasure } from '@core/units/parse'
import { findUnit } from '@core/units/registry'
import { settings } from '../settings'
import { PoolProblem, type DataPool, type PoolAnswer, type PoolQuestion } from './data-pool'
import { now as clock } from '../clock'

// A data pool on one machine: items in a file of JSON Lines, and the questions that it was asked in another. It answers
// after a while, and what it agrees to stands in its items from then on.

/** A line of the file: an item, and what the maker would say where asked about a property that is doubtful. */
export interface PoolLine extends PoolItem {
  doubtful?: Record<string, string>
}

interface Asked extends PoolQuestion {
  /** Milliseconds since 1970. */
  at: number
}

export const poolFolder = () => path.join(settings().data, 'pool')
export const poolFile = () => path.join(poolFolder(), 'items.jsonl')
const questionFile = () => path.join(poolFolder(), 'questions.jsonl')

const lines = <T>(text: string) =>
  text
    .split('\n')
    .filter((l) => l.trim() !== '')
    .map((l) => JSON.parse(l) as T)

let known: { mark: string; items: PoolLine[]; byGtin: Map<string, PoolLine> } | undefined

async function file(): Promise<NonNullable<typeof known>> {
  let mark: string
  try {
    const { mtimeMs, size } = await stat(poolFile())
    mark = `${mtimeMs} ${size}`
  } catch {
    throw new PoolProblem(
      `The data pool’s file, ${poolFile()}, is not there. Start Ink Loom once more, which writes it.`,
    )
  }
  if (known?.mark !== mark) {
    try {
      const items = lines<PoolLine>(await readFile(poolFile(), 'utf8')).sort((a, b) => (a.gtin < b.gtin ? -1 : 1))
      known = { mark, items, byGtin: new Map(items.map((i) => [i.gtin, i])) }
    } catch (e) {
      throw new PoolProblem(
        `The data pool’s file, ${poolFile()}, cannot be read: ${(e as Error).message}. Each line of it is an ` +
          'item as JSON.',
      )
    }
  }
  return known
}

async function questions(): Promise<Asked[]> {
  const text = await readFile(questionFile(), 'utf8').catch(() => '')
  // One question that is sent twice is one.
  return [
    ...new Map(
      lines<Asked>(text)
        .reverse()
        .map((q) => [q.id, q]),
    ).values(),
  ].reverse()
}

function quantity(text: string): string | undefined {
  const family = findUnit(splitMeasure(text)?.unit ?? '')?.family
  const measure = family && parseMeasure(text, family)
  return typeof measure === 'object' ? `${family} ${canonicalNumber(measure)}` : undefined
}

/** Whether two texts of a pool say the same: measures by their quantity, others by their words. */
function alike(a: string, b: string): boolean {
  return fold(a) === fold(b) || (quantity(a) !== undefined && quantity(a) === quantity(b))
}

/** What the pool says to a question: it agrees where the maker would say so too. */
export function answerTo(question: PoolQuestion, line: PoolLine | undefined): PoolAnswer {
  const { id, property, proposed } = question
  const stated = line?.properties[property]
  if (line === undefined || stated === undefined) return { id, agreed: false, words: 'The pool no longer has this.' }
  const maker = line.doubtful?.[property]
  if (maker === undefined) return { id, agreed: false, words: `The maker stands by “${stated}”.` }
  return alike(maker, proposed)
    ? { id, agreed: true, words: `The maker agrees: “${proposed}”.` }
    : { id, agreed: false, words: `The maker has looked again and says “${maker}”.` }
}

/** Questions that have been answered by a moment, with their answers. */
async function answered(now: number): Promise<{ question: Asked; answer: PoolAnswer }[]> {
  const { byGtin } = await file()
  return (await questions())
    .filter((q) => q.at + settings().poolAnswersAfter * 1000 <= now)
    .map((question) => ({ question, answer: answerTo(question, byGtin.get(question.gtin)) }))
}

/** Items as they are now: with what was put right in them since. */
async function current(items: readonly PoolLine[], now = clock()): Promise<PoolItem[]> {
  const right = (await answered(now)).filter((a) => a.answer.agreed)
  return items.map(({ doubtful: _doubtful, ...item }) => {
    const mine = right.filter((a) => a.question.gtin === item.gtin)
    if (mine.length === 0) return item
    const last = Math.max(...mine.map((a) => a.question.at)) + settings().poolAnswersAfter * 1000
    return {
      ...item,
      updated: new Date(last).toISOString().slice(0, 10),
      properties: {
        ...item.properties,
        ...Object.fromEntries(mine.map((a) => [a.question.property, a.question.proposed])),
      },
    }
  })
}

export const filePool: DataPool = {
  name: 'Data pool',
  async byGtin(gtins) {
    const { byGtin } = await file()
    return current(gtins.flatMap((g) => byGtin.get(g) ?? []))
  },
  async byModel(brand, model, most) {
    const { items } = await file()
    const words = fold(model).split(' ').filter(Boolean)
    const found = items.filter(
      (i) =>
        (brand === '' || fold(i.brand) === fold(brand)) &&
        words.every((w) => fold(`${i.model} ${Object.values(i.properties)[0] ?? ''}`).includes(w)),
    )
    return current(found.slice(0, most))
  },
  async ask(question) {
    await mkdir(poolFolder(), { recursive: true })
    // A line that is added whole cannot be torn by another.
    await appendFile(questionFile(), `${JSON.stringify({ ...question, at: clock() } satisfies Asked)}\n`)
  },
  async answers(ids) {
    const wanted = new Set(ids)
    return (await answered(clock())).filter((a) => wanted.has(a.question.id)).map((a) => a.answer)
  },
}
