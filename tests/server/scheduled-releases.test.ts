import { beforeAll, describe, expect, it } from 'vitest'
import type { Person } from '@contracts/people'
import type { ReleaseRules } from '@core/release/approval'
import { ownDatabase, now } from './database'

ownDatabase()
const { database, inTransaction } = await import('@server/db/connect')
const { personById } = await import('@server/db/queries/people')
const { insertStaged, rowsOfPages } = await import('@server/db/queries/released-pages')
const { insertRelease, livePointer, updateRelease } = await import('@server/db/queries/releases')
const { readStorefront, writeStorefront } = await import('@server/db/queries/set-up-records')
const { raiseStamp } = await import('@server/db/queries/setup')
const { getRelease } = await import('@server/services/release/documents')
const { goLive, goBack, releaseWhatIsDue } = await import('@server/services/release/going-live')
const { judgeRelease, submitRelease } = await import('@server/services/release/on-its-way')
const { scheduleRelease, unscheduleRelease } = await import('@server/services/release/scheduled')
const { leaveOut, releaseAnyway } = await import('@server/services/release/pages-taken')

const storefront = 'uk'
const source = { personId: 1, origin: 'test', by: 'test' }
const page = { language: 'en-GB', kind: 'product', key: 'A' }
/** Another page, which is always ready. */
const other = { ...page, key: 'B' }
const minute = 60_000
/** Local moments of London, which has the clock of UTC in November. */
const local = (at: number) => new Date(at).toISOString().slice(0, 16)

let lena: Person
let maren: Person
let otto: Person
beforeAll(async () => {
  const people = await Promise.all([1, 2, 3, 4, 5, 6].map((id) => personById(database(), id)))
  const known = people.flatMap((p) => p ?? [])
  lena = known.find((p) => p.role === 'administrator')!
  maren = known.find((p) => p.role === 'manager')!
  // Somebody else who may release.
  otto = { ...lena, role: 'manager' }
})

/** How the storefront wants to be released. */
async function rules(releasing: ReleaseRules) {
  await inTransaction(async (tx) => {
    await writeStorefront(tx, { ...(await readStorefront(tx.db, storefront))!, releasing })
    await raiseStamp(tx.db, 'setup')
  })
}

let documents = 0
/** A release of Maren's that is prepared, and changes one page. */
async function draft(held: { code: string; message: string; at: string }[] = []): Promise<string> {
  const id = await inTransaction(async (tx) => {
    const { number } = await livePointer(tx.db, storefront)
    const release = await insertRelease(tx, {
      ...{ storefront, title: 'Winter', scope: {}, base: number },
      madeBy: maren.id,
      made: new Date(now),
    })
    const row = { group: '', begins: -Infinity, document: ++documents, slug: null, category: null, name: null }
    await insertStaged(tx, release, [
      { ...page, change: 'changed', changes: [], title: 'A', type: null, held, rows: [row], causes: [], like: null },
      {
        ...other,
        change: 'changed',
        changes: [],
        title: 'B',
        type: null,
        held: [],
        rows: [row],
        causes: [],
        like: null,
      },
    ])
    const counts = { added: 0, changed: held.length === 0 ? 2 : 1, removed: 0, held: held.length, leftOut: 0 }
    await updateRelease(tx, release, { state: 'draft', counts: { ...counts, unchanged: 0 } })
    return release
  })
  return String(id)
}
const baseOf = async (id: string) => ({ base: (await getRelease(id)).base })
const stateOf = async (id: string) => (await getRelease(id)).state
const liveDocument = async () => {
  const { number } = await livePointer(database(), storefront)
  const rows = await rowsOfPages(database(), storefront, number, { ...page, keys: ['A'] })
  return rows.get('A')?.[0]?.document
}

describe('a scheduled release', () => {
  it('goes live at its moment, and not before', async () => {
    await rules({ approvals: 0, frozen: null, keeps: 50 })
    const id = await draft()
    const at = local(now + 5 * minute)
    const scheduled = await scheduleRelease(maren, id, { ...(await baseOf(id)), at }, now)
    expect(scheduled).toMatchObject({ state: 'scheduled', goes: { local: at } })
    const goesAt = Date.parse(scheduled.goes!.at)
    await releaseWhatIsDue(goesAt - 1)
    expect(await stateOf(id)).toBe('scheduled')
    // Two workers look for it at the same moment.
    await Promise.all([releaseWhatIsDue(goesAt), releaseWhatIsDue(goesAt)])
    expect(await getRelease(id)).toMatchObject({ state: 'live', live: { person: maren.name } })
    expect(await liveDocument()).toBe(documents)
  })
  it('can be taken back, and is refused in the past', async () => {
    const id = await draft()
    const base = await baseOf(id)
    await expect(scheduleRelease(maren, id, { ...base, at: local(now - minute) }, now)).rejects.toMatchObject({
      status: 422,
    })
    await expect(scheduleRelease(maren, id, { ...base, at: '2026-13-45T06:00' }, now)).rejects.toMatchObject({
      status: 422,
    })
    await scheduleRelease(maren, id, { ...base, at: local(now + 5 * minute) }, now)
    expect(await unscheduleRelease(maren, id)).toMatchObject({ state: 'draft', goes: null })
    await releaseWhatIsDue(now + 60 * minute)
    expect(await stateOf(id)).toBe('draft')
  })
  it('says why it did not go, where another release has changed its pages meanwhile', async () => {
    const [first, second] = [await draft(), await draft()]
    await scheduleRelease(maren, first, { ...(await baseOf(first)), at: local(now + 5 * minute) }, now)
    await goLive(maren, second, await baseOf(second), now + minute, source)
    await releaseWhatIsDue(now + 60 * minute)
    const stopped = await getRelease(first)
    expect(stopped).toMatchObject({ state: 'draft', goes: null })
    expect(stopped.stopped).toMatch(/went live in another release/)
  })
})

describe('a storefront that asks for approval', () => {
  it('releases what others have approved, and only what they have seen', async () => {
    await rules({ approvals: 1, frozen: null, keeps: 50 })
    const id = await draft()
    const base = await baseOf(id)
    await expect(goLive(maren, id, base, now, source)).rejects.toMatchObject({ status: 409 })
    expect(await submitRelease(maren, id, base, now)).toMatchObject({ state: 'waiting', needed: 1 })
    const yes = { ...base, verdict: 'approved' as const, comment: 'Well done.' }
    await expect(judgeRelease(maren, id, yes, now)).rejects.toMatchObject({ status: 409 })
    await expect(judgeRelease(otto, id, { ...yes, base: base.base + 1 }, now)).rejects.toMatchObject({ status: 409 })
    expect(await judgeRelease(otto, id, yes, now)).toMatchObject({
      state: 'approved',
      approvals: [{ verdict: 'approved', comment: 'Well done.' }],
    })
    await goLive(maren, id, base, now, source)
    expect(await liveDocument()).toBe(documents)
  })
  it('asks again after more goes live than was approved, and not after less does', async () => {
    const id = await draft([{ code: 'fact-missing', message: 'Weight is missing.', at: '' }])
    const base = await baseOf(id)
    await submitRelease(maren, id, base, now)
    await judgeRelease(otto, id, { ...base, verdict: 'approved', comment: '' }, now)
    await leaveOut(maren, id, page, 'not this week')
    expect(await stateOf(id)).toBe('approved')
    await leaveOut(maren, id, page, null)
    expect(await getRelease(id)).toMatchObject({ state: 'draft', approvals: [] })
    await submitRelease(maren, id, base, now)
    await judgeRelease(otto, id, { ...base, verdict: 'approved', comment: '' }, now)
    await releaseAnyway(maren, id, page, 'the fair opens')
    expect(await getRelease(id)).toMatchObject({ state: 'draft', counts: { changed: 2, held: 0 } })
  })
  it('stops at one refusal, which says why', async () => {
    const id = await draft()
    const base = await baseOf(id)
    await submitRelease(maren, id, base, now)
    const no = { ...base, verdict: 'refused' as const }
    await expect(judgeRelease(otto, id, { ...no, comment: '' }, now)).rejects.toMatchObject({ status: 422 })
    expect(await judgeRelease(otto, id, { ...no, comment: 'Too early.' }, now)).toMatchObject({ state: 'refused' })
    await expect(goLive(maren, id, base, now, source)).rejects.toMatchObject({ status: 409 })
  })
})

describe('a storefront that is frozen', () => {
  it('is released by administrators alone', async () => {
    await rules({
      approvals: 0,
      frozen: { from: local(now - minute), to: local(now + 60 * minute), why: 'stocktaking' },
      keeps: 50,
    })
    const id = await draft()
    const base = await baseOf(id)
    await expect(goLive(maren, id, base, now, source)).rejects.toThrow(/frozen from .* until .*: stocktaking/)
    await expect(scheduleRelease(maren, id, { ...base, at: local(now + 30 * minute) }, now)).rejects.toMatchObject({
      status: 409,
    })
    await expect(goBack(maren, storefront, 1, now, source)).rejects.toMatchObject({ status: 409 })
    await goLive(lena, id, base, now, source)
    expect(await liveDocument()).toBe(documents)
    await rules({ approvals: 0, frozen: null, keeps: 50 })
  })
})

describe('a product that was removed at once', () => {
  it('is in no release that was prepared before, though it was not live then', async () => {
    await rules({ approvals: 0, frozen: null, keeps: 50 })
    const { keepOut, deleteKeptOut } = await import('@server/db/queries/release-approvals')
    const id = await draft()
    await inTransaction((tx) => keepOut(tx, storefront, ['A'], { reason: 'a recall', by: lena.id, at: new Date(now) }))
    await expect(goLive(maren, id, await baseOf(id), now, source)).rejects.toMatchObject({ title: 'Kept out' })
    await inTransaction((tx) => deleteKeptOut(tx, storefront, 'A'))
    await goLive(maren, id, await baseOf(id), now, source)
    expect(await liveDocument()).toBe(documents)
  })
})
