import { beforeEach, describe, expect, it } from 'vitest'
import { useSheetWrites } from '../../app/composables/useSheetWrites'

// What the server is asked, and in which order: what a sheet writes and what it undoes must not pass each other.
type Cells = { sku: string; column: string; text?: string }[]

const events: string[] = []
const told: string[] = []
const replies: (() => void)[] = []
let refuse: (cells: Cells) => { sku: string; column: string; message: string }[] = () => []
let fail: Error | undefined
let step = 0

const Problem = (globalThis as never as { ApiProblem: new (p: object) => Error }).ApiProblem
const cell = (sku: string, text = 'x') => ({ sku, column: 'summary', text })
/** Lets everything go on that does not wait for an answer. */
const settled = () => new Promise((resolve) => setTimeout(resolve))
/** Answers the oldest call that waits. */
async function answerNext() {
  replies.shift()!()
  await settled()
}

beforeEach(() => {
  events.length = told.length = replies.length = step = 0
  refuse = () => []
  fail = undefined
  Object.assign(globalThis, {
    useLensStore: () => ({ body: { storefront: 'uk' }, language: 'en-GB' }),
    useProofFocus: () => ({ refresh: () => undefined }),
    numberLanguage: () => 'en-GB',
    numberShown: String,
    tell: (words: string) => told.push(words),
    tellProblem: (e: Error) => told.push(e.message),
    call: (name: string, { body }: { body: { cells: Cells } }) => {
      const cells = body.cells
      events.push(`${name} ${cells.map((c) => `${c.sku}=${c.text}`).join(' ')}`)
      return new Promise((resolve, reject) =>
        replies.push(() => {
          if (fail) return reject(fail)
          const refused = refuse(cells)
          resolve({
            step: refused.length < cells.length ? ++step : null,
            written: cells.length - refused.length,
            refused,
          })
        }),
      )
    },
    undoStep: (which: number) => {
      events.push(`undo ${which}`)
      return Promise.resolve(100 + which)
    },
  })
})

const sheet = () => useSheetWrites(() => Promise.resolve())

describe('cells that are written', () => {
  it('arrive in the order in which they were typed, the next when the one before is answered', async () => {
    const { write, isPending } = sheet()
    void write([cell('A', 'first')])
    void write([cell('A', 'second'), cell('B')])
    await settled()
    expect(events).toEqual(['writeCells A=first'])
    expect(isPending('B', 'summary')).toBe(true)
    await answerNext()
    expect(events).toEqual(['writeCells A=first', 'writeCells A=second B=x'])
    expect(isPending('B', 'summary')).toBe(true)
    await answerNext()
    expect(isPending('B', 'summary')).toBe(false)
  })
  it('are told where they are several, with how many were rejected, which keep what was typed', async () => {
    const { write, refusedAt, refusedCount } = sheet()
    refuse = (cells) => [{ sku: cells[1]!.sku, column: 'summary', message: 'Too long.' }]
    void write([cell('A'), cell('B', 'much')], (c) => c.text ?? '')
    await settled()
    await answerNext()
    expect(told).toEqual(['1 value written, 1 rejected and marked in red'])
    expect(refusedAt('B', 'summary')).toEqual({ message: 'Too long.', text: 'much' })
    expect(refusedCount.value).toBe(1)
  })
  it('stay in their cells where the server cannot be reached, and the next is written all the same', async () => {
    const { write, refusedAt, isPending } = sheet()
    fail = new Problem({ title: 'Away', status: 503, detail: 'The database is away.' })
    void write([cell('A', 'kept')])
    await settled()
    await answerNext()
    expect(refusedAt('A', 'summary')?.text).toBe('kept')
    expect(isPending('A', 'summary')).toBe(false)
    fail = undefined
    void write([cell('A', 'again')])
    await settled()
    expect(refusedAt('A', 'summary')).toBeUndefined()
    await answerNext()
    expect(events.at(-1)).toBe('writeCells A=again')
  })
  it('go two thousand at once, and what was not sent after a failure stays too', async () => {
    const { write, refusedCount, refusedAt } = sheet()
    const many = Array.from({ length: 4500 }, (_, i) => cell(`S-${i}`))
    void write(many)
    await settled()
    await answerNext()
    fail = new Error('cut off')
    await answerNext()
    expect(replies).toHaveLength(0)
    expect(refusedCount.value).toBe(2500)
    expect(refusedAt('S-4499', 'summary')?.message).toBe('This could not be saved.')
    expect(refusedAt('S-1999', 'summary')).toBeUndefined()
  })
})

describe('undo and redo', () => {
  it('wait for what is still being written, and undo that', async () => {
    const { write, undo } = sheet()
    void write([cell('A')])
    await settled()
    await answerNext()
    void write([cell('B')])
    const undone = undo()
    await settled()
    expect(events.filter((e) => e.startsWith('undo'))).toEqual([])
    await answerNext()
    await undone
    expect(events.at(-1)).toBe('undo 2')
  })
  it('do one thing at a time, and nothing where there is nothing', async () => {
    const { write, undo, redo, steps, undone } = sheet()
    await undo()
    expect(events).toEqual([])
    void write([cell('A')])
    await settled()
    await answerNext()
    await Promise.all([undo(), undo()])
    expect(events.slice(1)).toEqual(['undo 1'])
    expect([steps.value.length, undone.value.length]).toEqual([0, 1])
    await redo()
    expect(events.at(-1)).toBe('undo 101')
    expect(steps.value).toEqual([{ step: 201, cells: 1 }])
  })
  it('cannot do again what was undone once something else is written', async () => {
    const { write, undo, redo, undone } = sheet()
    void write([cell('A')])
    await settled()
    await answerNext()
    await undo()
    void write([cell('B')])
    await settled()
    await answerNext()
    expect(undone.value).toEqual([])
    await redo()
    expect(events.at(-1)).toBe('writeCells B=x')
  })
})
