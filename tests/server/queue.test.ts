import { sql } from 'drizzle-orm'
import { afterAll, beforeEach, describe, expect, it } from 'vitest'
import { maren, luc, ownDatabase, problemOf } from './database'

ownDatabase()
const { database, inTransaction } = await import('@server/db/connect')
const { cancelJob, Cancelled, enqueue, getJob, refuseWhenCancelled } = await import('@server/services/work/jobs')
const { mostTries, noteEnd, takeUpOrphans, tryAgain } = await import('@server/jobs/queue')
const { QueueConnection } = await import('@server/db/queue-connection')

const [one, two] = [new QueueConnection(), new QueueConnection()]
afterAll(() => Promise.all([one.stop(), two.stop()]))
beforeEach(() => database().execute(sql`delete from job`))
const put = (title = 'x', personId = 1) =>
  inTransaction((tx) => enqueue(tx, { kind: 'coverage', title, personId, input: {} }))
const due = (id: string) => database().execute(sql`update job set after = now() where id = ${id}`)

describe('the queue', () => {
  it('gives each piece of work to one worker, the oldest first', async () => {
    const ids = [await put(), await put(), await put()]
    const claimed = await Promise.all([one.claim(), two.claim()])
    expect(claimed.map((j) => j!.id).sort()).toEqual(ids.slice(0, 2).sort())
    expect((await one.claim())!.id).toBe(ids[2])
    expect(await two.claim()).toBeUndefined()
  })
  it('has nothing of a transaction that fell', async () => {
    await expect(
      inTransaction(async (tx) => {
        await enqueue(tx, { kind: 'coverage', title: 'never', personId: 1, input: {} })
        throw new Error('falls')
      }),
    ).rejects.toThrow()
    expect(await one.claim()).toBeUndefined()
  })
  it('hears of work at once', async () => {
    const waiting = one.wait()
    const began = Date.now()
    await put()
    await waiting
    expect(Date.now() - began).toBeLessThan(800)
  })
  it('takes up what was in the hands of a worker that died, and nothing that is in somebody’s', async () => {
    const [dead, alive] = [await put('dead'), await put('alive')]
    const gone = new QueueConnection()
    expect((await gone.claim())!.id).toBe(dead)
    expect((await one.claim())!.id).toBe(alive)
    await gone.stop()
    await takeUpOrphans()
    expect([(await getJob(dead))!.state, (await getJob(alive))!.state]).toEqual(['queued', 'running'])
    await one.release()
  })
  it('tries again with growing pauses, five times, and then sets aside with a sentence', async () => {
    const id = await put()
    const pauses: number[] = []
    for (let n = 1; n <= mostTries; n++) {
      const job = (await one.claim())!
      expect(job.tries).toBe(n)
      expect(await tryAgain(id, job.tries)).toBe(n < mostTries)
      await one.release()
      const { rows } = await database().execute<{ s: number }>(
        sql`select round(extract(epoch from after - now()))::int as s from job where id = ${id}`,
      )
      if (n < mostTries) pauses.push(rows[0]!.s)
      expect(n < mostTries ? await one.claim() : undefined).toBeUndefined()
      await due(id)
    }
    expect(pauses).toEqual([1, 5, 15, 60])
    expect(await getJob(id)).toMatchObject({
      state: 'failed',
      error: expect.stringMatching(/^This failed 5 times and was set aside;/),
    })
  })
})

describe('cancelling', () => {
  it('keeps a transaction of the work from standing that has not passed yet, and waits for one that has', async () => {
    const id = await put()
    await one.claim()
    const order: string[] = []
    // One that has passed its last question and takes a while to commit.
    const passed = inTransaction(async (tx) => {
      await refuseWhenCancelled(tx, id)
      await new Promise((r) => setTimeout(r, 300))
      order.push('stands')
    })
    await new Promise((r) => setTimeout(r, 100))
    await cancelJob(maren, id)
    order.push('answered')
    await passed
    expect(order).toEqual(['stands', 'answered'])
    await expect(inTransaction((tx) => refuseWhenCancelled(tx, id))).rejects.toBeInstanceOf(Cancelled)
    await noteEnd(id, { result: null, total: null, cancelled: true })
    await one.release()
  })
  it('is for one’s own work, and for managers; of work that does not exist it says so', async () => {
    const [hers, theirs] = [await put('hers', luc.id), await put('theirs', maren.id)]
    await cancelJob(luc, hers)
    expect((await getJob(hers))!.state).toBe('cancelled')
    expect(await problemOf(cancelJob(luc, theirs))).toMatchObject({ status: 403 })
    await cancelJob(maren, theirs)
    expect(await problemOf(cancelJob(maren, 'nothing'))).toMatchObject({ status: 404 })
  })
})
