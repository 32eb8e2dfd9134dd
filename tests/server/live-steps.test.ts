import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { ownDatabase, now } from './database'
import type { Stretches } from './released'

ownDatabase()
const { noteMoments } = await import('@server/services/release/steps')
const { deliverChanges } = await import('@server/services/delivery/changes')
const { goLive, hour } = await import('./released')

const stillThere = () => false
const told = async (storefront: string, after?: string, limit = 1000) => {
  const { items, next } = await deliverChanges(storefront, { after, limit, wait: 0 }, stillThere)
  return { lines: items.map((i) => `${i.change} ${i.key}`), next }
}

describe('changes by cursor', () => {
  it('tell what a release adds, changes and removes, and what time changes after it, in order', async () => {
    const at = now
    await goLive(
      'one',
      {
        A: [[0, 1]],
        B: [[0, 2]],
        C: [
          [0, null],
          [2, 3],
        ],
      },
      at,
    )
    const first = await told('one')
    expect(first.lines).toEqual(['added A', 'added B', 'changed C'])
    expect((await told('one', first.next)).lines).toEqual([])
    await noteMoments(at + hour)
    expect((await told('one', first.next)).lines).toEqual([])
    await noteMoments(at + 2 * hour)
    await noteMoments(at + 3 * hour)
    const second = await told('one', first.next)
    expect(second.lines).toEqual(['added C'])
    await goLive('one', { A: [[0, 4]], B: [] }, at + 4 * hour)
    expect((await told('one', second.next)).lines).toEqual(['changed A', 'removed B'])
  })

  it('tell moments that came before a release as moments, though nobody had noted them', async () => {
    await goLive(
      'two',
      {
        A: [
          [0, 1],
          [1, 2],
        ],
        B: [[0, 3]],
      },
      now,
    )
    const { next } = await told('two')
    await goLive('two', { B: [[0, 4]] }, now + 2 * hour)
    expect((await told('two', next)).lines).toEqual(['changed A', 'changed B'])
  })

  it('are told once each and none is passed over, however many are asked for at a time', async () => {
    let storefronts = 0
    const aPage = fc.constantFrom<Stretches>(
      [],
      [[0, 1]],
      [[0, 2]],
      [
        [0, null],
        [1, 1],
      ],
      [
        [0, 1],
        [3, null],
      ],
    )
    const aRelease = fc.dictionary(fc.constantFrom('A', 'B', 'C', 'D', 'E', 'F'), aPage, { maxKeys: 6 })
    await fc.assert(
      fc.asyncProperty(
        fc.array(aRelease, { minLength: 1, maxLength: 5 }),
        fc.array(fc.integer({ min: 1, max: 4 }), { minLength: 30, maxLength: 30 }),
        async (releases, sizes) => {
          const storefront = `many${++storefronts}`
          for (const [i, pages] of releases.entries()) {
            await goLive(storefront, pages, now + i * hour)
            if (i % 2 === 0) await noteMoments(now + i * hour + hour / 2)
          }
          const all = await told(storefront)
          const inParts: string[] = []
          let after: string | undefined
          for (const limit of [...sizes, 1000]) {
            const part = await told(storefront, after, limit)
            inParts.push(...part.lines)
            after = part.next
          }
          expect(inParts).toEqual(all.lines)
        },
      ),
      { numRuns: 25, seed: 11 },
    )
  })

  it('skip and repeat nothing while several releases go live at once', async () => {
    const writing = Promise.all(
      Array.from({ length: 12 }, (_, i) => goLive('busy', { [`P${String(i).padStart(2, '0')}`]: [[0, 1]] }, now)),
    )
    const lines: string[] = []
    let after: string | undefined
    let done = false
    void writing.then(() => (done = true))
    for (let last = false; !last;) {
      last = done
      const part = await told('busy', after)
      lines.push(...part.lines)
      after = part.next
    }
    const numbers = await writing
    expect([...numbers].sort((a, b) => a - b)).toEqual(Array.from({ length: 12 }, (_, i) => i + 1))
    expect([...lines].sort()).toEqual(Array.from({ length: 12 }, (_, i) => `added P${String(i).padStart(2, '0')}`))
  })

  it('are waited for', async () => {
    await goLive('waiting', { A: [[0, 1]] }, now)
    const { next } = await told('waiting')
    const asked = deliverChanges('waiting', { after: next, limit: 10, wait: 20 }, stillThere)
    await goLive('waiting', { A: [[0, 2]] }, now + 1)
    expect((await asked).items).toEqual([{ language: 'en-GB', kind: 'product', key: 'A', change: 'changed' }])
  })

  it('refuse a cursor that nobody gave', async () => {
    await expect(told('one', 'nonsense')).rejects.toMatchObject({ status: 422 })
    await expect(told('one', Buffer.from('["1"]').toString('base64url'))).rejects.toMatchObject({ status: 422 })
  })
})
