import { beforeAll, describe, expect, it } from 'vitest'
import { csvLines } from '../csv'
import { ada, maren, now, ownDatabase, problemOf } from './database'

// Releases of several storefronts that go live together: all of them, or none.

const { file } = ownDatabase()
const { database, inTransaction } = await import('@server/db/connect')
const { stagedPages } = await import('@server/db/queries/released-pages')
const { livePointer } = await import('@server/db/queries/releases')
const { raiseStamp } = await import('@server/db/queries/setup')
const { readStorefront, writeStorefront } = await import('@server/db/queries/set-up-records')
const { importProducts } = await import('@server/services/imports/import-products')
const { patchProduct } = await import('@server/services/products/products')
const { getRelease } = await import('@server/services/release/documents')
const { goLive, releaseWhatIsDue } = await import('@server/services/release/going-live')
const { judgeRelease, submitRelease } = await import('@server/services/release/on-its-way')
const { releaseAnyway } = await import('@server/services/release/pages-taken')
const { putTogether } = await import('@server/services/release/put-together')
const { createRelease, discardRelease, prepareAgain } = await import('@server/services/release/releases')
const { scheduleRelease, unscheduleRelease } = await import('@server/services/release/scheduled')

const source = { personId: 1, origin: 'test', by: 'test' }
const hour = 3_600_000
let names = 0

/** Changes a product in every language, and has releases of both storefronts prepared that go live together. */
async function drafts(): Promise<{ uk: string; ch: string }> {
  const values = ['en-GB', 'fr-CH', 'de-CH'].map((language) => ({ attribute: 'name', language, value: `N${++names}` }))
  await patchProduct(maren, 'TO-1', '*', { values }, now)
  const { id, together } = await createRelease(maren, { storefront: 'uk', with: ['ch'], title: 'Both', scope: {} }, now)
  const [other] = together
  for (const one of [id, other!.id]) {
    await putTogether(one, () => now)
    const { items } = await stagedPages(database(), one, { change: 'held' }, { offset: 0, limit: 100 })
    for (const page of items) await releaseAnyway(maren, String(one), page as never, 'wanted by the test')
  }
  return { uk: String(id), ch: String(other!.id) }
}
/** What whoever releases the first of two saw of both. */
async function seen(id: string) {
  const { base, together } = await getRelease(id)
  return { base, together: together.map((r) => ({ id: r.id, base: r.base })) }
}
const numbers = async () => [(await livePointer(database(), 'uk')).number, (await livePointer(database(), 'ch')).number]
const states = async ({ uk, ch }: { uk: string; ch: string }) => [
  (await getRelease(uk)).state,
  (await getRelease(ch)).state,
]
async function approvals(code: string, n: 0 | 1): Promise<void> {
  await inTransaction(async (tx) => {
    const record = (await readStorefront(tx.db, code))!
    await writeStorefront(tx, { ...record, releasing: { ...record.releasing, approvals: n } })
    await raiseStamp(tx.db, 'setup')
  })
}

beforeAll(async () => {
  const lines = csvLines('sku,type,category,name,price@uk,price@ch,status', 'TO-1,bag,panniers,Bag,20,20,active')
  const options = { mode: 'apply', take: 'all', title: 'Importing', personId: null, now } as const
  await importProducts(file(lines), options)
}, 120_000)

describe('releases of several storefronts', () => {
  it('go live together when one of them does, and say with what they went', async () => {
    const both = await drafts()
    expect(await getRelease(both.ch)).toMatchObject({ together: [{ storefront: 'uk', state: 'draft' }] })
    const [uk, ch] = await numbers()
    const live = await goLive(maren, both.ch, await seen(both.ch), now, source)
    expect(live).toMatchObject({ state: 'live', together: [{ storefront: 'uk', state: 'live' }] })
    expect(await numbers()).toEqual([uk! + 1, ch! + 1])
  })

  it('go live not at all where one of them cannot, and say which', async () => {
    await approvals('ch', 1)
    const both = await drafts()
    const before = await numbers()
    const refused = await problemOf(goLive(maren, both.uk, await seen(both.uk), now, source))
    expect(refused.detail).toMatch(/^CH: One more person has to approve/)
    expect(await numbers()).toEqual(before)
    expect(await states(both)).toEqual(['draft', 'draft'])

    const { base } = await getRelease(both.ch)
    await submitRelease(maren, both.ch, { base }, now)
    await judgeRelease(ada, both.ch, { base, verdict: 'approved', comment: '' }, now)
    await goLive(maren, both.uk, await seen(both.uk), now, source)
    expect(await states(both)).toEqual(['live', 'live'])
    await approvals('ch', 0)
  })

  it('are seen together by whoever releases them', async () => {
    const both = await drafts()
    const before = await seen(both.uk)
    const others = { ...before, together: [] }
    expect((await problemOf(goLive(maren, both.uk, others, now, source))).title).toBe('Others go with it')
    await discardRelease(maren, both.ch)
    expect((await problemOf(goLive(maren, both.uk, before, now, source))).title).toBe('Others go with it')
    await goLive(maren, both.uk, await seen(both.uk), now, source)
    expect((await getRelease(both.uk)).state).toBe('live')
  })

  it('are scheduled for one instant, each by its own clock, and taken back together', async () => {
    const both = await drafts()
    const { base } = await getRelease(both.uk)
    await scheduleRelease(maren, both.uk, { base, at: '2026-11-25T18:00' }, now)
    expect((await getRelease(both.ch)).goes).toMatchObject({ local: '2026-11-25T19:00' })
    await unscheduleRelease(maren, both.ch)
    expect(await states(both)).toEqual(['draft', 'draft'])

    await scheduleRelease(maren, both.uk, { base, at: '2026-11-25T18:00' }, now)
    await prepareAgain(maren, both.ch)
    expect(await states(both), 'what one says is another by now').toEqual(['draft', 'preparing'])
    await putTogether(Number(both.ch), () => now)
    const again = await getRelease(both.uk)
    await scheduleRelease(maren, both.uk, { base: again.base, at: '2026-11-25T18:00' }, now)
    await Promise.all([releaseWhatIsDue(now + 6 * hour), releaseWhatIsDue(now + 6 * hour)])
    expect((await states(both)).filter((state) => state === 'live').length % 2, 'both or none').toBe(0)
  })

  it('stop together where one cannot go at its moment', async () => {
    const both = await drafts()
    const { base } = await getRelease(both.uk)
    await scheduleRelease(maren, both.uk, { base, at: '2026-11-25T18:00' }, now)
    await approvals('ch', 1)
    await releaseWhatIsDue(now + 6 * hour)
    expect((await getRelease(both.uk)).stopped).toMatch(/^CH: /)
    expect((await getRelease(both.ch)).stopped).toMatch(/^CH: /)
    expect(await states(both)).not.toContain('live')
    await approvals('ch', 0)
  })

  it('are made for storefronts that there are', async () => {
    const body = { storefront: 'uk', with: ['nowhere'], title: '', scope: {} }
    expect((await problemOf(createRelease(maren, body, now))).status).toBe(422)
  })
})
