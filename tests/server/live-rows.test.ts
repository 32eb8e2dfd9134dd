import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Storefront } from '@core/catalogue/model'
import { maren, now, ownDatabase } from './database'

// The rows of a release are written before it goes live, or after one goes back. Whatever comes between, shoppers get
// what somebody released: never less, never more, and never something else for a moment.

ownDatabase()
const { database, inTransaction } = await import('@server/db/connect')
const { keepOut } = await import('@server/db/queries/release-approvals')
const { differingPages } = await import('@server/db/queries/compared-releases')
const pages = await import('@server/db/queries/released-pages')
const { deleteRelease, insertRelease, livePointer, releaseById, releaseOfNumber, updateRelease } =
  await import('@server/db/queries/releases')
const { loadSetup } = await import('@server/db/queries/setup')
const { deliverChanges } = await import('@server/services/delivery/changes')
const { Problem } = await import('@server/services/problem')
const { goBack, takeLive } = await import('@server/services/release/going-live')
const { writeAhead, writeAllGoneBack } = await import('@server/services/release/live-rows')

const source = { personId: maren.id, origin: 'test', by: 'test' }
const by = { person: maren, now, source }
type State = Record<string, number>
const keys = ['A-1', 'A-2', 'A-3', 'A-4', 'A-5', 'A-6', 'A-7']
const pageOf = (key: string) => ({ language: 'en-GB', kind: 'product', key })

/** Prepares a release that takes a storefront from one state to another. Returns its id. */
async function draft(storefront: string, before: State, after: State): Promise<number> {
  const { number } = await livePointer(database(), storefront)
  return inTransaction(async (tx) => {
    const of = { storefront, title: 'Draft', scope: {}, base: number, madeBy: 1, made: new Date(now) }
    const id = await insertRelease(tx, of)
    const staged = keys
      .filter((key) => before[key] !== after[key])
      .map((key) => ({
        ...pageOf(key),
        ...{ change: 'changed' as const, changes: [], title: key, type: null, held: [], causes: [], like: null },
        rows: [after[key]].flatMap((document) =>
          document === undefined
            ? []
            : [{ group: '', begins: -Infinity, document, slug: null, category: null, name: null }],
        ),
      }))
    await pages.insertStaged(tx, id, staged)
    await updateRelease(tx, id, { state: 'draft' })
    return id
  })
}

/** Has a release go live. Returns whether it did. */
async function live(storefront: string, id: number): Promise<boolean> {
  const like = (await loadSetup(database())).storefronts.get('uk')!
  const of: Storefront = { ...like, code: storefront }
  try {
    await inTransaction(async (tx) => takeLive(tx, (await releaseById(tx.db, id))!, of, by))
    return true
  } catch (e) {
    if (e instanceof Problem) return false
    throw e
  }
}

async function stateAt(storefront: string, number: number): Promise<State> {
  const rows = await pages.rowsOfPages(database(), storefront, number, { language: 'en-GB', kind: 'product', keys })
  return Object.fromEntries([...rows].map(([key, [row]]) => [key, row!.document!]))
}
const read = async (storefront: string) => stateAt(storefront, (await livePointer(database(), storefront)).reads)

/** What somebody does with the releases of a storefront. */
type Act =
  | { do: 'prepare'; to: State }
  | { do: 'ahead' }
  | { do: 'settle' }
  | { do: 'back'; which: number }
  | { do: 'release' | 'delete'; which: number }
  | { do: 'leave out'; which: number; key: string }

const aState = fc
  .array(fc.option(fc.integer({ min: 1, max: 3 }), { nil: undefined }), { minLength: 7, maxLength: 7 })
  .map((list) => Object.fromEntries(keys.flatMap((key, i) => (list[i] === undefined ? [] : [[key, list[i]]]))) as State)
const which = fc.nat({ max: 9 })
const anAct: fc.Arbitrary<Act> = fc.oneof(
  { weight: 4, arbitrary: aState.map((to) => ({ do: 'prepare' as const, to })) },
  { weight: 4, arbitrary: fc.constant({ do: 'ahead' as const }) },
  { weight: 4, arbitrary: which.map((which) => ({ do: 'release' as const, which })) },
  { weight: 2, arbitrary: which.map((which) => ({ do: 'back' as const, which })) },
  { weight: 1, arbitrary: which.map((which) => ({ do: 'delete' as const, which })) },
  { weight: 1, arbitrary: fc.constant({ do: 'settle' as const }) },
  {
    weight: 2,
    arbitrary: fc
      .tuple(which, fc.constantFrom(...keys))
      .map(([which, key]) => ({ do: 'leave out' as const, which, key })),
  },
)

/** What was released of one storefront, and what is prepared. */
class Model {
  states: State[] = [{}]
  drafts: { id: number; base: number; changes: Map<string, number | undefined> }[] = []
  constructor(readonly storefront: string) {}

  get now(): State {
    return this.states.at(-1)!
  }

  async take(act: Act): Promise<void> {
    if (act.do === 'prepare') return this.prepare(act.to)
    // Two pages at a time, so that a release is seldom written whole.
    if (act.do === 'ahead') return writeAhead(1)
    if (act.do === 'settle') return writeAllGoneBack(this.storefront)
    if (act.do === 'back') return this.back(act.which)
    const draft = this.drafts[act.which % Math.max(1, this.drafts.length)]
    if (!draft) return
    if (act.do === 'leave out') return this.leaveOut(draft, act.key)
    if (act.do === 'delete') await inTransaction((tx) => deleteRelease(tx, draft.id))
    else {
      expect(await live(this.storefront, draft.id)).toBe(this.canGoLive(draft))
      if (!this.canGoLive(draft)) return
      this.states.push(after(this.now, draft.changes))
    }
    this.drafts = this.drafts.filter((one) => one !== draft)
  }

  /** Whether a draft changes anything, and nothing of it was changed since it was compared. */
  canGoLive({ base, changes }: Model['drafts'][number]): boolean {
    const since = this.states.slice(base)
    const isOvertaken = (key: string) => since.some((state, n) => n > 0 && state[key] !== since[n - 1]![key])
    return changes.size > 0 && ![...changes.keys()].some(isOvertaken)
  }

  async prepare(to: State): Promise<void> {
    const id = await draft(this.storefront, this.now, to)
    const changed = keys.filter((key) => this.now[key] !== to[key])
    this.drafts.push({ id, base: this.states.length - 1, changes: new Map(changed.map((key) => [key, to[key]])) })
  }

  async leaveOut({ id, changes }: Model['drafts'][number], key: string): Promise<void> {
    await inTransaction((tx) => pages.setLeftOut(tx, id, pageOf(key), { reason: 'a test', by: maren.id }))
    changes.delete(key)
  }

  async back(which: number): Promise<void> {
    const to = which % this.states.length
    if (to === 0 || to === this.states.length - 1) return
    await goBack(maren, this.storefront, to, now, source)
    this.states.push(this.states[to]!)
  }
}

/** Compares every two releases of a storefront, in both directions. */
async function comparesAll({ storefront, states }: Model): Promise<void> {
  const changeOf = (before: number | undefined, is: number | undefined) => {
    if (before === undefined) return 'added'
    return is === undefined ? 'removed' : 'changed'
  }
  const some = { offset: 0, limit: 100 }
  for (let from = 1; from < states.length; from++)
    for (let to = 1; to < states.length; to++) {
      const [before, is] = [states[from]!, states[to]!]
      const wanted = keys
        .filter((key) => before[key] !== is[key])
        .map((key) => ({ ...pageOf(key), change: changeOf(before[key], is[key]) }))
      const { items, counts } = await differingPages(database(), { storefront, from, to }, {}, some)
      expect(items).toEqual(wanted)
      expect(counts.added + counts.changed + counts.removed).toBe(wanted.length)
    }
}

function after(state: State, changes: ReadonlyMap<string, number | undefined>): State {
  const all = new Map([...Object.entries(state), ...changes])
  return Object.fromEntries([...all].flatMap(([key, document]) => (document === undefined ? [] : [[key, document]])))
}

describe('rows of what is live', () => {
  it('are what was released, however much was written ahead, undone, left out or taken back before', async () => {
    let storefronts = 0
    let whole = 0
    await fc.assert(
      fc.asyncProperty(fc.array(anAct, { minLength: 3, maxLength: 14 }), async (acts) => {
        const model = new Model(`s${++storefronts}`)
        for (const act of acts) {
          await model.take(act)
          if ((await livePointer(database(), model.storefront)).aheadWhole) whole++
          expect(await read(model.storefront)).toEqual(model.now)
        }
        await writeAllGoneBack()
        for (let n = 1; n < model.states.length; n++)
          expect(await stateAt(model.storefront, n)).toEqual(model.states[n])
        await comparesAll(model)
        // What is left of drafts would be the next one's to write.
        await inTransaction(async (tx) => {
          for (const { id } of model.drafts) await deleteRelease(tx, id)
        })
      }),
      { numRuns: 60, seed: 22 },
    )
    expect(whole).toBeGreaterThan(20)
  }, 120_000)

  it('are written ahead of the release that is nearest to going live', async () => {
    const draftId = await draft('near', {}, { 'A-1': 1 })
    const scheduled = await draft('near', {}, { 'A-2': 2 })
    await inTransaction((tx) => updateRelease(tx, scheduled, { state: 'scheduled', goesAt: new Date(now + 1000) }))
    await writeAhead()
    expect(await livePointer(database(), 'near')).toMatchObject({ number: 0, ahead: scheduled, aheadWhole: true })
    expect(await live('near', draftId)).toBe(true)
    expect(await read('near')).toEqual({ 'A-1': 1 })
    expect(await livePointer(database(), 'near')).toMatchObject({ number: 1, ahead: null })
    // What is written was compared with what was live before.
    await writeAhead()
    expect(await livePointer(database(), 'near')).toMatchObject({ ahead: null })
    expect(await live('near', scheduled)).toBe(true)
    expect(await read('near')).toEqual({ 'A-1': 1, 'A-2': 2 })
  })
})

describe('going back', () => {
  it('is at once what shoppers get, and told as changes once it is written', async () => {
    await live('back', await draft('back', {}, { 'A-1': 1 }))
    await live('back', await draft('back', { 'A-1': 1 }, { 'A-1': 2 }))
    const asked = { limit: 100, wait: 0 }
    const { next } = await deliverChanges('back', asked, () => false)
    expect((await goBack(maren, 'back', 1, now, source)).number).toBe(3)
    expect(await livePointer(database(), 'back')).toMatchObject({ number: 3, reads: 1 })
    expect((await deliverChanges('back', { ...asked, after: next }, () => false)).items).toEqual([])
    await writeAllGoneBack()
    expect(await livePointer(database(), 'back')).toMatchObject({ number: 3, reads: 3 })
    expect((await deliverChanges('back', { ...asked, after: next }, () => false)).items).toEqual([
      { ...pageOf('A-1'), change: 'changed' },
    ])
    expect((await releaseOfNumber(database(), 'back', 2))?.state).toBe('past')
  })

  it('never shows for a moment what is kept out', async () => {
    await live('recalled', await draft('recalled', {}, { 'A-1': 1, 'A-2': 1 }))
    await live('recalled', await draft('recalled', { 'A-1': 1, 'A-2': 1 }, { 'A-2': 2 }))
    const of = { reason: 'a recall', by: maren.id, at: new Date(now) }
    await inTransaction((tx) => keepOut(tx, 'recalled', ['A-1'], of))
    await goBack(maren, 'recalled', 1, now, source)
    expect(await livePointer(database(), 'recalled')).toMatchObject({ number: 3, reads: 3 })
    expect(await read('recalled')).toEqual({ 'A-2': 1 })
  })
})
