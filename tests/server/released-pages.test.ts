import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { ownDatabase, now } from './database'

ownDatabase()
const { database, inTransaction } = await import('@server/db/connect')
const { documentsById, keepDocuments, readDocument } = await import('@server/db/queries/released-documents')
const pages = await import('@server/db/queries/released-pages')
const { insertRelease } = await import('@server/db/queries/releases')

/** By what a page is found that has no slug and stands in no list. */
const nowhere = { slug: null, category: null, name: null }
type State = Record<string, number>
const keys = ['A-1', 'A-2', 'A-3', 'A-4', 'A-5']

/** Makes a release out of a state, as one that was compared with the state before. */
async function release(storefront: string, number: number, before: State, after: State) {
  const changed = keys.filter((key) => before[key] !== after[key])
  await inTransaction(async (tx) => {
    const id = await insertRelease(tx, {
      storefront,
      title: `to ${number}`,
      scope: {},
      base: number - 1,
      madeBy: 1,
      made: new Date(now),
    })
    await pages.insertStaged(
      tx,
      id,
      changed.map((key) => ({
        language: 'en-GB',
        kind: 'product',
        key,
        change: 'changed' as const,
        changes: [],
        title: key,
        type: null,
        held: [],
        causes: [],
        like: null,
        rows: after[key] === undefined ? [] : [{ group: '', begins: -Infinity, document: after[key], ...nowhere }],
      })),
    )
    await pages.writeReleased(tx, { releaseId: id, storefront, number })
  })
}

async function stateAt(storefront: string, number: number): Promise<State> {
  const rows = await pages.rowsOfPages(database(), storefront, number, { language: 'en-GB', kind: 'product', keys })
  return Object.fromEntries([...rows].map(([key, [row]]) => [key, row!.document!]))
}

const aState = fc
  .array(fc.option(fc.integer({ min: 1, max: 3 }), { nil: undefined }), { minLength: 5, maxLength: 5 })
  .map((list) => Object.fromEntries(keys.flatMap((key, i) => (list[i] === undefined ? [] : [[key, list[i]]]))) as State)
/** The next release: another state, or back to one of those before. */
const aStep = fc.oneof({ weight: 2, arbitrary: aState }, fc.nat({ max: 9 }))

describe('rows over releases', () => {
  it('give every release back as it was, whatever went live after it and however often one went back', async () => {
    let storefronts = 0
    await fc.assert(
      fc.asyncProperty(fc.array(aStep, { minLength: 1, maxLength: 6 }), async (steps) => {
        const storefront = `s${++storefronts}`
        const states: State[] = [{}]
        for (const step of steps) {
          const number = states.length
          if (typeof step !== 'number') {
            await release(storefront, number, states.at(-1)!, step)
            states.push(step)
            continue
          }
          const to = step % states.length
          if (to === 0) continue
          await inTransaction((tx) => pages.writeBack(tx, storefront, to, number))
          states.push(states[to]!)
        }
        for (let n = 1; n < states.length; n++) expect(await stateAt(storefront, n)).toEqual(states[n])
      }),
      { numRuns: 25, seed: 7 },
    )
  })

  it('stay unread until the pointer moves', async () => {
    await release('unread', 1, {}, { 'A-1': 1 })
    await release('unread', 2, { 'A-1': 1 }, { 'A-2': 2 })
    expect(await stateAt('unread', 1)).toEqual({ 'A-1': 1 })
  })

  it('leave what is held back as it is, and take it with a reason', async () => {
    await release('held', 1, {}, { 'A-1': 1 })
    const page = {
      language: 'en-GB',
      kind: 'product',
      key: 'A-1',
      change: 'changed' as const,
      changes: [],
      title: 'A',
      type: null,
      held: [{ code: 'fact-missing', message: 'Weight is missing.', at: 'attribute:weight' }],
      rows: [{ group: '', begins: -Infinity, document: 2, ...nowhere }],
      causes: [],
      like: null,
    }
    const id = await inTransaction(async (tx) => {
      const made = await insertRelease(tx, {
        storefront: 'held',
        title: '',
        scope: {},
        base: 1,
        madeBy: 1,
        made: new Date(now),
      })
      await pages.insertStaged(tx, made, [page])
      await pages.writeReleased(tx, { releaseId: made, storefront: 'held', number: 2 })
      return made
    })
    expect(await pages.countStaged(database(), id)).toEqual({ added: 0, changed: 0, removed: 0, held: 1, leftOut: 0 })
    expect(await stateAt('held', 2)).toEqual({ 'A-1': 1 })
    await inTransaction(async (tx) => {
      await pages.setAnyway(tx, id, page, { reason: 'a recall', by: 1 })
      await pages.writeReleased(tx, { releaseId: id, storefront: 'held', number: 3 })
    })
    expect(await stateAt('held', 3)).toEqual({ 'A-1': 2 })
  })
})

describe('documents', () => {
  it('are kept once each, and come back as they were', async () => {
    const texts = ['Regn', 'Été sec', 'バッグ', 'حقيبة'].map((name) =>
      JSON.stringify({ kind: 'product', name, pictures: [], areas: [], related: [], html: '<p>x</p>'.repeat(40) }),
    )
    const documents = new Map(texts.map((text) => [text, readDocument({ text })]))
    const edition = { storefront: 'uk', language: 'en-GB' }
    const first = await inTransaction((tx) => keepDocuments(tx, edition, documents))
    const again = await inTransaction((tx) => keepDocuments(tx, edition, documents))
    expect(again).toEqual(first)
    const kept = await documentsById(database(), [...first.values()])
    expect([...first].map(([, n]) => kept.get(n)!.text)).toEqual([...texts])
    expect(readDocument(kept.get(first.get([...texts][1]!)!)!)).toMatchObject({ name: 'Été sec' })
  })
})
