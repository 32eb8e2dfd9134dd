import { sql } from 'drizzle-orm'
import { beforeAll, describe, expect, it } from 'vitest'
import { luc, maren, now, ownDatabase, problemOf } from './database'

const db = ownDatabase()

type Runs = typeof import('@server/services/drafting/runs')
type Lists = typeof import('@server/services/suggestions/list')
let runs: Runs
let lists: Lists
let decide: (typeof import('@server/services/suggestions/decide'))['decide']
let products: typeof import('@server/services/products/products')
let ask: <T extends Record<string, unknown>>(q: ReturnType<typeof sql>) => Promise<T[]>

const recipe = {
  code: 'copy',
  name: 'Copy',
  note: '',
  storefront: null,
  steps: [
    { kind: 'facts', instruction: '' },
    { kind: 'description', instruction: '<p>Write 2 sentences.</p>' },
    { kind: 'summary', instruction: '' },
  ],
}
const run = (editions: { storefront: string; language: string }[], more: object = {}) => ({
  recipe: 'copy',
  editions,
  what: 'missing' as const,
  leaveThin: true,
  ...more,
})
let jobs = 0
const draft = (
  input: Parameters<Runs['runDrafting']>[1],
  controls: Parameters<Runs['runDrafting']>[3] = {},
  id = `job-${++jobs}`,
) => runs.runDrafting({ id, title: 'Copy', personId: 1 }, input, now, controls)
const open = async (more: object = {}) =>
  (await lists.suggestionPage(maren, { state: 'open', by: 'run', offset: 0, limit: 200, ...more })).items
const uk = [{ storefront: 'uk', language: 'en-GB' }]

beforeAll(async () => {
  runs = await import('@server/services/drafting/runs')
  lists = await import('@server/services/suggestions/list')
  products = await import('@server/services/products/products')
  ;({ decide } = await import('@server/services/suggestions/decide'))
  const { importProducts } = await import('@server/services/imports/import-products')
  const { putRecord } = await import('@server/services/records/records')
  const { database } = await import('@server/db/connect')
  ask = async (q) => (await database().execute(q)).rows as never
  const rows = Array.from(
    { length: 60 },
    (_, i) =>
      `B-${100 + i},bag,active,Bag ${i},${i < 55 ? `${10 + i} L` : ''},${400 + i} ` +
      `g,canvas,${i < 55 ? 'rack' : ''},${i < 55 ? 'yes' : ''}`,
  )
  const report = await importProducts(
    db.file(['sku,type,status,name@/en-GB,volume,weight,material,mounting,reflective', ...rows].join('\n')),
    { mode: 'apply', take: 'all', title: 'Bags', personId: 1, now },
  )
  expect(report.rejected).toEqual([])
  await putRecord(maren, 'recipes', 'copy', recipe, { any: true }, now)
})

describe('a run of a recipe', () => {
  it('drafts for every product that says enough, counts what it costs, and writes nothing into products', async () => {
    const report = await draft(run(uk))
    expect(report).toMatchObject({ products: 55, thin: 5, cancelled: false })
    expect(report.units).toBeGreaterThan(100)
    expect(report.suggestions).toBe(
      (await lists.suggestionPage(maren, { state: 'open', by: 'run', offset: 0, limit: 1 })).count,
    )
    expect((await products.getProduct('B-100')).document.values.some((v) => v.attribute === 'description')).toBe(false)
    const [one] = await open({ sku: 'B-100', field: 'description' })
    expect(String(one!.value)).toMatch(/<p>.*attribute:volume/)
    expect(one).toMatchObject({ now: null, moved: false, changed: [], language: 'en-GB' })
    expect(one!.madeFrom).toContain('volume')
  })
  it('replaces what still waits of an earlier run of the same recipe', async () => {
    const before = (await open()).length
    await draft(run(uk))
    expect((await lists.suggestionPage(maren, { state: 'open', by: 'run', offset: 0, limit: 1 })).count).toBe(
      (await ask<{ n: number }>(sql`select count(*)::int as n from suggestion where state = 'open'`))[0]!.n,
    )
    expect(before).toBeGreaterThan(0)
    const states = await ask<{ state: string; n: number }>(
      sql`select state, count(*)::int as n from suggestion group by 1 order by 1`,
    )
    expect(states.find((s) => s.state === 'replaced')!.n).toBe(states.find((s) => s.state === 'open')!.n)
  })
  it('leaves what was drafted where it is called off, and goes on behind it when it is taken up again', async () => {
    let looks = 0
    const first = await draft(run(uk, { what: 'all' }), { cancelled: () => ++looks > 1 }, 'job-broken')
    expect(first.cancelled).toBe(true)
    expect(first.products + first.thin).toBe(25)
    const again = await draft(run(uk, { what: 'all' }), {}, 'job-broken')
    expect(again).toMatchObject({ run: first.run, products: 55, thin: 5, cancelled: false })
    const [{ n }] = (await ask<{ n: number }>(
      sql`
        select count(*)::int as n
        from (select product_id, attribute from suggestion where run_id = ${first.run} group by 1, 2
          having count(*) > 1) x
      `,
    )) as [{ n: number }]
    expect(n).toBe(0)
  })
  it('is refused in a language that is not written, and where nothing is found', async () => {
    expect(
      await problemOf(runs.queueRun(maren, 'copy', { ...run([{ storefront: 'uk', language: 'ja-JP' }]) }, now)),
    ).toMatchObject({ status: 422 })
    expect(
      await problemOf(
        runs.queueRun(maren, 'copy', { ...run(uk), filter: { field: 'sku', is: 'equals', value: 'none' } }, now),
      ),
    ).toMatchObject({ status: 422, detail: expect.stringContaining('finds no product') as string })
    expect(await problemOf(runs.queueRun(luc, 'copy', run(uk), now))).toMatchObject({ status: 403 })
  })
  it('says beforehand what it would come to', async () => {
    expect(await runs.previewRun('copy', run([...uk, { storefront: 'ch', language: 'fr-CH' }]), now)).toMatchObject({
      products: 60,
      pages: 120,
      thin: 5,
      sample: 3,
    })
  })
})

describe('a decision', () => {
  const one = async (sku: string, field = 'description') => (await open({ sku, field }))[0]!
  it('puts an accepted text into the product, with who and from what in its history', async () => {
    const s = await one('B-101')
    const report = await decide(maren, { decisions: [{ id: s.id, do: 'accept' }] }, now)
    expect(report).toMatchObject({ accepted: 1, failedCount: 0 })
    expect(
      (await products.getProduct('B-101')).document.values.find((v) => v.attribute === 'description'),
    ).toMatchObject({ value: s.value })
    const {
      items: [entry],
    } = await products.productHistory('B-101', { limit: 5 })
    expect(entry).toMatchObject({
      person: 'Maren',
      title: 'Accepted a suggestion: description in English (United Kingdom)',
    })
    const {
      items: [kept],
    } = await lists.suggestionPage(maren, { state: 'decided', by: 'run', sku: 'B-101', offset: 0, limit: 5 })
    expect(kept).toMatchObject({ state: 'accepted', decided: { by: 'Maren' } })
  })
  it('takes an edited text in its place, and refuses what does not fit', async () => {
    const s = await one('B-102')
    expect(await decide(maren, { decisions: [{ id: s.id, do: 'accept', value: 12 as never }] }, now)).toMatchObject({
      accepted: 0,
      failed: [{ id: s.id }],
    })
    expect(
      await decide(maren, { decisions: [{ id: s.id, do: 'accept', value: '<p>By <b>hand</b></p>' }] }, now),
    ).toMatchObject({ accepted: 1 })
    expect((await products.getProduct('B-102')).document.values.find((v) => v.attribute === 'description')?.value).toBe(
      '<p>By <strong>hand</strong></p>',
    )
    expect(
      (await lists.suggestionPage(maren, { state: 'edited', by: 'run', offset: 0, limit: 5 })).items[0],
    ).toMatchObject({ sku: 'B-102', decided: { value: '<p>By <b>hand</b></p>' } })
  })
  it('is taken back: what stood there stands there again, and the suggestion waits once more', async () => {
    const s = await one('B-106')
    await decide(maren, { decisions: [{ id: s.id, do: 'accept' }] }, now)
    expect(await decide(maren, { decisions: [{ id: s.id, do: 'reopen' }] }, now)).toMatchObject({
      reopened: 1,
      accepted: 0,
    })
    expect((await products.getProduct('B-106')).document.values.some((v) => v.attribute === 'description')).toBe(false)
    expect((await one('B-106')).id).toBe(s.id)
  })
  it('refuses, and opens again', async () => {
    const s = await one('B-103')
    await decide(maren, { decisions: [{ id: s.id, do: 'refuse' }] }, now)
    expect(await one('B-103')).toBeUndefined()
    expect(await decide(maren, { decisions: [{ id: s.id, do: 'refuse' }] }, now)).toMatchObject({
      refused: 0,
      failed: [{ message: 'It has already been decided.' }],
    })
    expect(await decide(maren, { decisions: [{ id: s.id, do: 'reopen' }] }, now)).toMatchObject({ reopened: 1 })
    expect((await one('B-103')).id).toBe(s.id)
  })
  it('does not overwrite what was changed since, nor what rests on a fact that has changed', async () => {
    const s = await one('B-104')
    await products.patchProduct(
      maren,
      'B-104',
      '*',
      { values: [{ attribute: 'volume', value: { value: 99, unit: 'L' } }] },
      now,
    )
    expect(await one('B-104')).toMatchObject({ changed: ['volume'], moved: false })
    expect((await open({ outdated: true })).map((x) => x.sku)).toContain('B-104')
    expect((await decide(maren, { decisions: [{ id: s.id, do: 'accept' }] }, now)).failed[0]!.message).toMatch(
      /based on volume, which has changed/,
    )
    await products.patchProduct(
      maren,
      'B-104',
      '*',
      { values: [{ attribute: 'description', language: 'en-GB', value: '<p>Mine</p>' }] },
      now,
    )
    expect(await one('B-104')).toMatchObject({ moved: true, now: '<p>Mine</p>' })
    expect(
      (await decide(maren, { decisions: [{ id: s.id, do: 'accept', now: null }] }, now)).failed[0]!.message,
    ).toMatch(/changed by somebody else/)
    expect(await decide(maren, { decisions: [{ id: s.id, do: 'accept', now: '<p>Mine</p>' }] }, now)).toMatchObject({
      accepted: 1,
    })
  })
  it('decides all that a filter finds in one step, and leaves what is outdated', async () => {
    await products.patchProduct(
      maren,
      'B-105',
      '*',
      {
        values: [
          { attribute: 'weight', value: { value: 1, unit: 'kg' } },
          { attribute: 'volume', value: { value: 1, unit: 'L' } },
        ],
      },
      now,
    )
    const report = await decide(maren, { all: { state: 'open', field: 'description', do: 'accept' } }, now)
    expect(report.accepted).toBeGreaterThan(45)
    expect((await open({ field: 'description' })).map((s) => s.sku)).toEqual(['B-105'])
    expect((await products.productHistory('B-110', { limit: 1 })).items[0]!.title).toBe(
      `Accepted ${report.accepted} suggestions`,
    )
    const { undoStep } = await import('@server/services/work/undo-step')
    await undoStep(report.step!, 1, now)
    expect((await products.getProduct('B-110')).document.values.some((v) => v.attribute === 'description')).toBe(false)
  })
  it('is one of those who may write the text', async () => {
    const { putRecord } = await import('@server/services/records/records')
    await putRecord(maren, 'recipes', 'french', { ...recipe, code: 'french', name: 'French' }, { any: true }, now)
    await runs.runDrafting(
      { id: 'fr', title: 'French', personId: 1 },
      { ...run([{ storefront: 'ch', language: 'fr-CH' }]), recipe: 'french' },
      now,
    )
    const [s] = await open({ sku: 'B-120', language: 'fr-CH', field: 'description' })
    const english = (await open({ sku: 'B-105', language: 'en-GB' }))[0]!
    expect(
      await decide(
        luc,
        {
          decisions: [
            { id: s!.id, do: 'accept' },
            { id: english.id, do: 'accept', now: english.now },
          ],
        },
        now,
      ),
    ).toMatchObject({
      accepted: 1,
      failed: [{ id: english.id, message: expect.stringContaining('cannot decide') as string }],
    })
    expect(
      (await products.getProduct('B-120')).document.values.find(
        (v) => v.language === 'fr-CH' && v.attribute === 'description',
      ),
    ).toMatchObject({ state: 'reviewed' })
  })
})

describe('a file whose changes wait', () => {
  it('writes what is new and empty, and suggests what would replace a value', async () => {
    const { importProducts } = await import('@server/services/imports/import-products')
    const csv =
      'sku,type,weight,launched,name@/en-GB\nB-130,bag,1 kg,2026-05-01,\nB-131,bag,431 g,,\nN-1,bag,2 kg,,New\n'
    const given = { take: 'all', over: 'suggest', title: 'Importing scales.csv', personId: 1, now } as const
    expect(await importProducts(db.file(csv), { mode: 'check', ...given })).toMatchObject({
      created: 1,
      updated: 1,
      unchanged: 1,
      suggested: 1,
      applied: false,
    })
    expect(await open({ origin: 'import' })).toEqual([])
    expect(await importProducts(db.file(csv), { mode: 'apply', ...given })).toMatchObject({
      created: 1,
      updated: 1,
      suggested: 1,
      applied: true,
    })
    const values = (await products.getProduct('B-130')).document.values
    expect(values.find((v) => v.attribute === 'weight')?.value).toEqual({ value: 430, unit: 'g' })
    expect(values.find((v) => v.attribute === 'launched')?.value).toBe('2026-05-01')
    expect(await open({ origin: 'import' })).toMatchObject([
      {
        sku: 'B-130',
        attribute: 'weight',
        value: { value: 1, unit: 'kg' },
        now: { value: 430, unit: 'g' },
        run: { title: 'Importing scales.csv' },
      },
    ])
  })
})
