import { spawnSync } from 'node:child_process'
import { mkdirSync, renameSync, rmSync, writeFileSync } from 'node:fs'
import path from 'node:path'
import { describe, expect, it } from 'vitest'
import {
  bestOfThree,
  ended,
  healthBound,
  inTime,
  kill,
  killDatabase,
  ownWorld,
  pause,
  until,
  watchHealth,
} from './world'

// Programs that die, a database that goes away, a disk that is full, work that always fails.

const world = ownWorld({ name: 'faults' })
const all = process.env.INKLOOM_HOSTILE === 'all'

const count = async (like: string) =>
  (await world.sql<{ n: number }>('select count(*)::int as n from product where sku like $1', [like]))[0]!.n
const serves = () => until('health', async () => (await world.get('/api/health')).status === 200)
const runs = (id: string, done = 1) =>
  until('its middle', async () => {
    const { body } = await world.get<{ state: string; done: number }>(`/api/jobs/${id}`)
    // What was quicker than this look has had its middle too.
    return (body.state === 'running' && body.done >= done) || body.state === 'done'
  })

/** So many products that work on them has a middle, and no more: what comes later goes through all of them. */
const crowd = all ? 12_000 : 4_000
let made = 0
/** Work of every kind, and what has to hold whatever happens in its middle. */
const work: Record<string, () => Promise<{ id: string; whole: () => Promise<void> }>> = {
  async 'an import'() {
    const mark = `KILL${++made}`
    const csv = `sku,type,name\n${Array.from({ length: crowd }, (_, i) => `${mark}-${i},lock,Killed ${i}`).join('\n')}\n`
    const { body } = await world.ask<{ id: string }>('POST', '/api/imports?mode=apply', {
      body: csv,
      headers: { 'content-type': 'text/csv', prefer: 'respond-async' },
    })
    return {
      id: body.id,
      whole: async () => {
        expect(await count(`${mark}-%`)).toBe(crowd)
      },
    }
  },
  async 'a bulk change'() {
    // Enough products that it has a middle.
    if ((await count('BULK-%')) === 0) {
      const csv = `sku,type,name\n${Array.from({ length: crowd }, (_, i) => `BULK-${i},lock,Bulk ${i}`).join('\n')}\n`
      const { body } = await world.ask<{ id: string }>('POST', '/api/imports?mode=apply', {
        body: csv,
        headers: { 'content-type': 'text/csv', prefer: 'respond-async' },
      })
      await ended(world, body.id)
    }
    const value = `bulk-${++made}`
    const change = {
      do: 'set',
      attribute: 'field:tags',
      storefront: null,
      language: null,
      members: 'parents',
      value: [value],
    }
    const { body } = await world.post<{ id: string }>('/api/bulk-changes', {
      filter: { field: 'sku', is: 'starts-with', value: 'BULK-' },
      change,
    })
    return {
      id: body.id,
      whole: async () => {
        expect(await world.sql("select distinct tags from product where sku like 'BULK-%'")).toEqual([
          { tags: [value] },
        ])
      },
    }
  },
  async 'a recipe run'() {
    const { body } = await world.post<{ id: string }>('/api/recipes/whole-page/runs', {
      editions: [{ storefront: 'de', language: 'de-DE' }],
      what: 'all',
      filter: { all: [] },
    })
    return {
      id: body.id,
      whole: async () => {
        // Each product was drafted once, whoever began it.
        const twice = await world.sql<{ n: number }>(
          `
          select count(*)::int as n from (
            select product_id, attribute, storefront, language
            from suggestion s join suggestion_run r on r.id = s.run_id
            where r.job = $1 and s.state = 'open' group by 1, 2, 3, 4 having count(*) > 1) x`,
          [body.id],
        )
        expect(twice[0]!.n).toBe(0)
      },
    }
  },
  async 'a translation file'() {
    const { body: file } = await world.ask<string>('POST', '/api/translations/export', {
      json: { target: { storefront: 'ch', language: 'fr-CH' }, filter: { all: [] }, show: 'all', format: 'xliff-2.1' },
    })
    const mark = `tué ${++made}`
    const changed = file.replaceAll(/<target>([^<]{5,})<\/target>/g, `<target>$1 ${mark}</target>`)
    const { body } = await world.ask<{ id: string }>('POST', '/api/translations/import', {
      body: changed,
      headers: { 'content-type': 'application/xliff+xml', prefer: 'respond-async' },
    })
    return { id: body.id, whole: async () => undefined }
  },
}
const kinds = all ? Object.keys(work) : ['an import', 'a bulk change', 'a recipe run']
const victims = all ? (['worker', 'web', 'database'] as const) : (['worker', 'database'] as const)

describe('killed in the middle', () => {
  it.each(kinds.flatMap((kind) => victims.map((victim) => [kind, victim] as const)))(
    '%s, while the %s dies: it is done whole all the same, by itself',
    async (kind, victim) => {
      const { id, whole } = await work[kind]!()
      await runs(id)
      if (victim === 'database') killDatabase(world)
      else kill(world.programs[victim]())
      await serves()
      const job = await ended(world, id, 180_000)
      expect([job.state, job.error]).toEqual(['done', null])
      await whole()
      world.note(
        `${kind}, the ${victim} killed in its middle: done whole after ${job.tries} ` +
          `${job.tries === 1 ? 'try' : 'tries'}`,
      )
    },
    300_000,
  )
  it('the web server alone: it is back by itself', async () => {
    const { pid } = world.programs.web()!
    kill(world.programs.web())
    await until(
      'another web server',
      async () => world.programs.web()?.pid !== pid && (await world.get('/api/health')).status === 200,
    )
    expect((await world.get('/api/products?limit=1')).status).toBe(200)
    world.note('the web server killed: back by itself, sessions kept')
  }, 60_000)
})

describe('work that always fails', () => {
  it('is set aside after five tries, told, and the rest goes on', async () => {
    // A file that is gone: something that no person did, and that never gets better.
    const [{ id }] = (await world.sql<{ id: string }>(`
      insert into job (id, kind, title, person_id, input, state, created, tries)
      values (gen_random_uuid()::text, 'import', 'Poisoned', 1,
        '{"upload": "gone", "mode": "apply", "take": "all"}', 'queued', now(), ${all ? 3 : 4})
      returning id`)) as [{ id: string }]
    const job = await ended(world, id, 150_000)
    expect([job.state, job.tries]).toEqual(['failed', 5])
    expect(job.error).toMatch(/set aside/)
    expect(job.error).not.toMatch(/ENOENT|select |insert |\$1|at .*\.ts/)
    const { body } = await world.post<{ id: string }>('/api/coverage', {})
    expect((await ended(world, body.id)).state).toBe('done')
    world.note('work that always fails: set aside after five tries, told in a sentence, the rest goes on')
  }, 180_000)
  it('that ends the worker each time is set aside too', async () => {
    const [{ id }] = (await world.sql<{ id: string }>(`
      insert into job (id, kind, title, person_id, input, state, created, started, tries)
      values (gen_random_uuid()::text, 'coverage', 'Deadly', 1, '{}', 'running', now(), now(), 5)
      returning id`)) as [{ id: string }]
    expect(await ended(world, id, 60_000)).toMatchObject({
      state: 'failed',
      error: expect.stringContaining('set aside'),
    })
    world.note('work in whose hands the worker died five times: set aside')
  }, 90_000)
  it('for one product holds up no other: its readiness is set aside', async () => {
    const [{ id, sku }] = (await world.sql<{ id: number; sku: string }>(
      "select id, sku from product where parent_id is null and sku = 'PE-1830'",
    )) as [{ id: number; sku: string }]
    const [stored] = await world.sql<{ range: unknown }>('select range from product where id = $1', [id])
    // What no version of the application would have written.
    await world.sql('update product set range = \'[{"storefront": 5}, null]\' where id = $1', [id])
    await world.sql(
      'insert into readiness_due (root_id) select id from product where parent_id is null on conflict ' +
        '(root_id) do update set tries = 0, after = now()',
    )
    await until(
      'everything but the one',
      async () => {
        const [{ n, error }] = (await world.sql<{ n: number; error: string | null }>(
          'select count(*)::int as n, max(error) as error from readiness_due',
        )) as [{ n: number; error: string | null }]
        return n === 1 && error !== null
      },
      120_000,
    )
    await world.sql('update product set range = $2::jsonb where id = $1', [id, JSON.stringify(stored!.range)])
    expect((await world.patch(`/api/products/${sku}`, { stock: 77 })).status).toBe(200)
    await until('the one too', async () => (await world.sql('select 1 from readiness_due')).length === 0, 60_000)
    world.note(
      'a product whose readiness cannot be evaluated: set aside, all others evaluated; evaluated when it ' +
        'is whole again',
    )
  }, 240_000)
})

describe('work that is cancelled', () => {
  it('writes nothing after the answer', async () => {
    const { id } = await work['a recipe run']!()
    await runs(id)
    expect((await world.post(`/api/jobs/${id}/cancel`, {})).status).toBe(204)
    const suggestions = async () =>
      (
        await world.sql<{ n: number }>(
          'select count(*)::int as n from suggestion s join suggestion_run r on r.id = s.run_id where r.job = $1',
          [id],
        )
      )[0]!.n
    const then = await suggestions()
    await pause(4000)
    expect(await suggestions()).toBe(then)
    expect((await ended(world, id)).state).toBe('cancelled')
    world.note(`a run that was cancelled at ${then} suggestions: no more came`)
  }, 60_000)
})

describe('the database', () => {
  it('is away for 20 s under load: 503 with Retry-After, the log says it once, and all goes on by itself', async () => {
    const stream = await fetch(`${world.base}/api/events`, { headers: { cookie: world.cookie } })
    const reader = stream.body!.getReader()
    let heard = ''
    const hearing = (async () => {
      for (;;) {
        const { done, value } = await reader.read()
        if (done) return
        heard += new TextDecoder().decode(value)
      }
    })().catch(() => undefined)
    world.said.length = 0
    const statuses = new Map<string, number>()
    let on = true
    const load = Array.from({ length: 12 }, async (_, i) => {
      while (on) {
        const answer = await (
          i % 2 ? world.get('/api/products?limit=5') : world.patch('/api/products/PE-1830', { stock: i })
        ).catch(() => undefined)
        const key = answer ? `${answer.status}${answer.headers.get('retry-after') ? ' retry' : ''}` : 'no answer'
        statuses.set(key, (statuses.get(key) ?? 0) + 1)
        await pause(20)
      }
    })
    await pause(1000)
    world.cluster.stop()
    await pause(20_000)
    await world.startDatabase()
    await serves()
    await pause(1500)
    on = false
    await Promise.all(load)
    expect([...statuses.keys()].filter((k) => !['200', '503 retry'].includes(k))).toEqual([])
    expect(statuses.get('503 retry')).toBeGreaterThan(10)
    expect(world.said.filter((line) => /database is away/i.test(line)).length).toBeLessThanOrEqual(2)
    // The stream goes on after the outage.
    const { body } = await until('a job', async () => {
      // Of few products: those that the imports left behind would take a minute.
      const filter = { field: 'sku', is: 'starts-with', value: 'PE-18' }
      const answer = await world.post<{ id: string }>('/api/coverage', { filter })
      return answer.status === 202 && answer
    })
    await ended(world, body.id)
    await until('its event on the old stream', () => heard.includes(body.id), 30_000)
    await reader.cancel()
    await hearing
    world.note(
      `the database away for 20 s under load: ${[...statuses].map(([k, n]) => `${n} × ${k}`).join(', ')}; ` +
        'the event stream outlived it',
    )
  }, 180_000)
})

describe('a full disk', () => {
  it('is told, loses nothing, and is forgotten when there is room', async () => {
    const uploads = path.join(world.data, 'uploads')
    const aside = `${uploads}-aside`
    renameSync(uploads, aside)
    mkdirSync(uploads)
    const mounted = spawnSync('mount', ['-t', 'tmpfs', '-o', 'size=8m', 'tmpfs', uploads]).status === 0
    try {
      if (!mounted) {
        console.log('not tried: a full disk, as no small disk can be mounted here')
        return
      }
      const file = Buffer.alloc(32 << 20, 97)
      const answer = await world.ask('POST', '/api/uploads?name=x.csv', {
        body: new Uint8Array(file),
        headers: { 'content-type': 'application/octet-stream' },
      })
      expect([answer.status, (answer.body as { title: string }).title]).toEqual([507, 'Disk full'])
      expect((await world.get('/api/products?limit=1')).status).toBe(200)
      // What was cut off was removed, so that what fits goes on fitting.
      const small = await world.ask('POST', '/api/uploads?name=x.csv', {
        body: 'sku,type\nA-1,lock\n',
        headers: { 'content-type': 'application/octet-stream' },
      })
      expect(small.status).toBe(200)
      writeFileSync(path.join(uploads, 'filler'), Buffer.alloc(7 << 20))
      world.note('a full disk: 507, nothing left behind, others go on')
    } finally {
      if (mounted) spawnSync('umount', [uploads])
      rmSync(uploads, { recursive: true, force: true })
      renameSync(aside, uploads)
    }
  }, 60_000)
})

describe('under all of it', () => {
  it('health is answered at once, also when every connection is taken', async () => {
    const { worst, asked } = await bestOfThree(async () => {
      const stop = watchHealth(world, { every: 20 })
      // Each holds a lock of one product for as long as the others wait.
      await Promise.all(Array.from({ length: 40 }, (_, i) => world.patch('/api/products/PE-1830', { stock: i })))
      const watch = await stop()
      expect(watch.bad).toBe(0)
      return watch
    }, inTime)
    expect(worst).toBeLessThan(healthBound)
    world.note(`health ${asked} times while forty write one product: at most ${Math.round(worst)} ms`)
  })
})
