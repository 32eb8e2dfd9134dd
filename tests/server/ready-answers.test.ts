import { gzipSync } from 'node:zlib'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { ReadyAnswer } from '@server/services/delivery/ready-answers'
import { now, ownDatabase } from './database'

ownDatabase()
const { ReadyAnswers } = await import('@server/services/delivery/ready-answers')
const { beginAnswer, follow, keepAnswer, readyAnswer } = await import('@server/services/delivery/following')
const { elsewherePart, listsPart, pagePart } = await import('@server/services/delivery/parts')
const { inTransaction } = await import('@server/db/connect')
const { raiseStamp } = await import('@server/db/queries/setup')
const { noteMoments } = await import('@server/services/release/steps')
const { goLive, hour } = await import('./released')

const answerOf = (storefront: string, more: Partial<ReadyAnswer> = {}): ReadyAnswer => ({
  ...{ storefront, restricted: false, pinned: undefined, body: Buffer.from('{}'), tag: 'W/"1"', next: null },
  ...{ packed: false, madeOf: [] },
  ...more,
})

describe('ready answers', () => {
  it('take no more memory than they may, and let go first what nobody asked for', () => {
    const answers = new ReadyAnswers(100_000)
    const body = Buffer.alloc(10_000)
    for (let i = 0; i < 30; i++) {
      answers.put(`/${i}`, answerOf('uk', { body, madeOf: [`part ${i}`] }))
      answers.get('/0', now)
      expect(answers.bytes).toBeLessThanOrEqual(100_000)
    }
    expect(answers.get('/0', now)).toBeDefined()
    expect(answers.get('/29', now)).toBeDefined()
    expect(answers.get('/1', now)).toBeUndefined()
    answers.put('/large', answerOf('uk', { body: Buffer.alloc(200_000) }))
    expect(answers.get('/large', now)).toBeUndefined()
  })
  it('are kept packed, and are the same unpacked, however often that is asked', () => {
    const answers = new ReadyAnswers(1_000_000)
    const text = 'The same again. '.repeat(2000)
    const answer = answerOf('uk', { body: gzipSync(text), packed: true, madeOf: ['part'] })
    answers.put('/a', answer)
    const before = answers.bytes
    expect(before).toBeLessThan(2000)
    for (let i = 0; i < 3; i++) expect(answers.unpacked(answer).toString()).toBe(text)
    expect(answers.bytes).toBeGreaterThan(before)
    answers.drop('part')
    expect([answers.count, answers.bytes]).toEqual([0, 0])
  })
  it('are gone at the moment at which they change by themselves', () => {
    const answers = new ReadyAnswers(100_000)
    answers.put('/a', answerOf('uk', { next: now + 1000 }))
    expect(answers.get('/a', now + 999)).toBeDefined()
    expect(answers.get('/a', now + 1000)).toBeUndefined()
    expect(answers.count).toBe(0)
  })
  it('are dropped with any part of them, and no others are, whatever was put and dropped before', () => {
    const part = fc.constantFrom('a', 'b', 'c', 'd')
    const putting = fc.record({ address: fc.constantFrom('/1', '/2', '/3', '/4'), madeOf: fc.uniqueArray(part) })
    fc.assert(
      fc.property(fc.array(fc.oneof(putting, part), { maxLength: 40 }), (steps) => {
        const answers = new ReadyAnswers(1_000_000)
        const expected = new Map<string, string[]>()
        for (const step of steps) {
          if (typeof step === 'string') {
            answers.drop(step)
            for (const [address, madeOf] of expected) if (madeOf.includes(step)) expected.delete(address)
          } else {
            answers.put(step.address, answerOf('uk', { madeOf: step.madeOf }))
            expected.set(step.address, step.madeOf)
          }
          const there = ['/1', '/2', '/3', '/4'].filter((address) => answers.get(address, now) !== undefined)
          expect(there).toEqual([...expected.keys()].sort())
        }
      }),
      { seed: 5 },
    )
  })
})

describe('following what is live', () => {
  const part = (storefront: string, key: string) => pagePart(storefront, { language: 'en-GB', kind: 'product', key })
  const isReady = (address: string, at = now) => readyAnswer(address, at) !== undefined

  /** Keeps the answers of two pages and of a list of a storefront at which a release is live. */
  async function keepThree(storefront: string): Promise<number> {
    const release = await goLive(storefront, { A: [[0, 1]], B: [[0, 2]] }, now)
    beginAnswer()
    await follow()
    const begun = beginAnswer()
    const keep = (address: string, madeOf: string[]) =>
      keepAnswer(`/${storefront}/${address}`, answerOf(storefront, { madeOf }), { release, begun })
    keep('A', [part(storefront, 'A'), elsewherePart('A')])
    keep('B', [part(storefront, 'B'), elsewherePart('B')])
    keep('list', [listsPart(storefront, 'en-GB')])
    return release
  }

  it('drops what a release changes, and goes on answering the rest as of that release', async () => {
    await keepThree('one')
    expect(['A', 'B', 'list'].map((at) => isReady(`/one/${at}`))).toEqual([true, true, true])
    const next = await goLive('one', { A: [[0, 3]] }, now)
    expect(['A', 'B', 'list'].map((at) => isReady(`/one/${at}`))).toEqual([false, true, false])
    expect(readyAnswer('/one/B', now)!.release).toBe(next)
  })
  it('drops the pages that name a page of another storefront as their alternate', async () => {
    await keepThree('two')
    await goLive('elsewhere', { B: [[0, 9]] }, now)
    expect(['A', 'B', 'list'].map((at) => isReady(`/two/${at}`))).toEqual([true, false, true])
  })
  it('keeps no answer that was begun before something changed, nor one of another release', async () => {
    const release = await keepThree('three')
    const begun = beginAnswer()
    const now3 = await goLive('three', { A: [[0, 4]] }, now)
    keepAnswer('/three/late', answerOf('three'), { release: now3, begun })
    expect(isReady('/three/late')).toBe(false)
    keepAnswer('/three/old', answerOf('three'), { release, begun: beginAnswer() })
    expect(isReady('/three/old')).toBe(false)
    keepAnswer('/three/new', answerOf('three'), { release: now3, begun: beginAnswer() })
    expect(isReady('/three/new')).toBe(true)
  })
  it('answers a pinned release only while it is the live one', async () => {
    const release = await keepThree('four')
    keepAnswer('/four/pinned', answerOf('four', { pinned: release }), { release, begun: beginAnswer() })
    expect(isReady('/four/pinned')).toBe(true)
    await goLive('four', { B: [[0, 5]] }, now)
    expect(isReady('/four/pinned')).toBe(false)
  })
  it('drops what changes by itself once that moment is noted, and everything once the set-up changes', async () => {
    await goLive(
      'five',
      {
        C: [
          [0, 1],
          [1, 2],
        ],
      },
      now,
    )
    await keepThree('six')
    keepAnswer('/six/C', answerOf('six', { madeOf: [elsewherePart('C')] }), { release: 1, begun: beginAnswer() })
    expect(isReady('/six/C')).toBe(true)
    await noteMoments(now + hour)
    await follow()
    expect(['A', 'C'].map((at) => isReady(`/six/${at}`))).toEqual([true, false])
    await inTransaction((tx) => raiseStamp(tx.db, 'setup'))
    await follow()
    expect(isReady('/six/A')).toBe(false)
  })
})
