import { sql } from 'drizzle-orm'
import { beforeAll, describe, expect, it } from 'vitest'
import type { BulkChange } from '@core/bulk/shape'
import { luc, maren, now, ownDatabase, problemOf } from './database'

const { file } = ownDatabase()
const { importProducts } = await import('@server/services/imports/import-products')
const { makeBulkChange, previewBulkChange, queueBulkChange } = await import('@server/services/bulk/bulk-change')
const { undoStep, queueUndo } = await import('@server/services/work/undo-step')
const { foldWhenFree } = await import('@server/services/products/fold-versions')
const { getProduct, patchProduct, productHistory } = await import('@server/services/products/products')
const { reach } = await import('@server/services/reach/reach')
const { Cancelled } = await import('@server/services/work/jobs')
const { database } = await import('@server/db/connect')

const change = (more: Partial<BulkChange> & Pick<BulkChange, 'do' | 'attribute'>): BulkChange => ({
  storefront: null,
  language: null,
  members: 'fitting',
  ...more,
})
const steel = {
  filter: { field: 'type', is: 'equals', value: 'bag' },
  change: change({ do: 'set', attribute: 'material', value: 'steel' }),
}
const valueOf = async (sku: string, attribute: string, language: string | null = null) =>
  (await getProduct(sku)).document.values.find((v) => v.attribute === attribute && v.language === language)
const found = async (condition: unknown) => (await reach({ condition, limit: 1000 }, now)).count
const counts = async () =>
  (
    await database().execute<Record<string, number>>(
      sql`
        select ((select count(*) from change) + (select coalesce(sum(bit_count(products)), 0)
            from change_block))::int as changes, (select count(*)::int from step) as steps, (select sum(version)::int
          from product_version) as versions
      `,
    )
  ).rows[0]!

beforeAll(async () => {
  const bags = Array.from(
    { length: 1200 },
    (_, i) =>
      `BG-${i},,bag,${i % 3 === 0 ? 'canvas' : i % 3 === 1 ? 'steel' : ''},Bag ${i},Sac ` +
      `${i},${i % 2 === 0 ? `Summary ${i}` : ''},<p>Text <strong>${i}</strong>.</p>,`,
  )
  const report = await importProducts(
    file(
      [
        'sku,parent,type,material,name,name@/fr-CH,summary,description,size',
        ...bags,
        'GL,,glove,,Suzu,,,,',
        'GL-S,GL,,,,,,,S',
        'GL-M,GL,,,,,,,M',
        '',
      ].join('\n'),
    ),
    { mode: 'apply', take: 'all', title: 'Start', personId: 1, now },
  )
  expect(report).toMatchObject({ created: 1203, rejected: [] })
})

describe('a change of many products', () => {
  it('is first shown: how many, which, before and after; and writes nothing', async () => {
    const before = await counts()
    const report = await previewBulkChange(steel, now)
    expect(report).toMatchObject({
      title: 'Set material to “steel”',
      found: 1200,
      looked: 1200,
      changed: 800,
      failed: 0,
      step: null,
    })
    expect(report.sample).toHaveLength(60)
    expect(report.sample.slice(0, 2)).toEqual([
      { sku: 'BG-0', before: 'canvas', after: 'steel' },
      { sku: 'BG-1001', before: '', after: 'steel' },
    ])
    expect(await counts()).toEqual(before)
  })

  it('is made as one step, with facts, versions and history, and put back as one', async () => {
    const material = { field: 'attribute:material', is: 'equals', value: 'steel' }
    const [before, reached] = [await counts(), await found(material)]
    const seen: number[] = []
    const report = await makeBulkChange(steel, 1, now, { onProgress: (done) => seen.push(done) })
    expect(report).toMatchObject({ found: 1200, changed: 800, failed: 0 })
    expect(report.sample.map((c) => c.sku)).toEqual([...report.sample.map((c) => c.sku)].sort())
    expect(seen).toEqual([160, 320, 480, 640, 800])
    await foldWhenFree()
    const after = await counts()
    expect([
      after.steps! - before.steps!,
      after.changes! - before.changes!,
      after.versions! - before.versions!,
    ]).toEqual([1, 800, 800])
    expect([reached, await found(material)]).toEqual([400, 1200])
    expect((await productHistory('BG-0', { limit: 1 })).items[0]).toMatchObject({
      person: 'Maren',
      title: 'Set material to “steel”',
      differences: [{ path: 'attribute:material', before: 'canvas', after: 'steel' }],
    })
    expect(await makeBulkChange(steel, 1, now)).toMatchObject({ changed: 0, step: null })
    // Each has it once in its history, the others not, wherever in a block of numbers they stand.
    for (const i of [...Array.from({ length: 12 }, (_, n) => 1016 + n), 1199]) {
      const titles = (await productHistory(`BG-${i}`, { limit: 10 })).items.map((c) => c.title)
      expect(titles).toEqual(i % 3 === 1 ? ['Start'] : ['Set material to “steel”', 'Start'])
    }

    // Two are changed again: one otherwise, one in another value.
    const { tag } = await getProduct('BG-0')
    await patchProduct(maren, 'BG-0', tag, { values: [{ attribute: 'material', value: 'wool' }] }, now)
    await patchProduct(
      maren,
      'BG-3',
      (await getProduct('BG-3')).tag,
      { values: [{ attribute: 'reflective', value: true }] },
      now,
    )
    const back = await undoStep(report.step!, 2, now)
    expect(back).toMatchObject({
      title: 'Undo: Set material to “steel”',
      products: 799,
      skippedCount: 1,
      skipped: [{ sku: 'BG-0', path: 'attribute:material' }],
    })
    expect([
      (await valueOf('BG-0', 'material'))?.value,
      (await valueOf('BG-3', 'material'))?.value,
      await valueOf('BG-2', 'material'),
      (await valueOf('BG-3', 'reflective'))?.value,
    ]).toEqual(['wool', 'canvas', undefined, true])
    expect(await found(material)).toBe(400)
    expect((await productHistory('BG-3', { limit: 1 })).items[0]).toMatchObject({
      person: 'Luc',
      title: 'Undo: Set material to “steel”',
    })
  })

  it('fills one text from another only if empty, and says what cannot be done', async () => {
    const fill = (attribute: string) => ({
      filter: steel.filter,
      change: change({
        do: 'fill',
        attribute,
        language: 'en-GB',
        from: { attribute: 'description', storefront: null, language: 'en-GB' },
        onlyEmpty: true,
      }),
    })
    expect(await makeBulkChange(fill('summary'), 1, now)).toMatchObject({ changed: 600, failed: 0 })
    expect([
      (await valueOf('BG-1', 'summary', 'en-GB'))?.value,
      (await valueOf('BG-2', 'summary', 'en-GB'))?.value,
    ]).toEqual(['Text 1.', 'Summary 2'])
    const long = 'x'.repeat(600)
    await patchProduct(maren, 'BG-5', '*', { values: [{ attribute: 'summary', language: 'en-GB', value: long }] }, now)
    const tooLong = await previewBulkChange(
      {
        filter: { field: 'sku', is: 'one-of', value: ['BG-5', 'BG-7'] },
        change: change({
          do: 'fill',
          attribute: 'name',
          language: 'en-GB',
          from: { attribute: 'summary', storefront: null, language: 'en-GB' },
        }),
      },
      now,
    )
    expect(tooLong).toMatchObject({
      changed: 1,
      failed: 1,
      failures: [{ sku: 'BG-5', before: 'Bag 5', message: expect.stringContaining('600 characters') }],
    })
  })

  it('makes translations stale, and putting it back ends that', async () => {
    const report = await makeBulkChange(
      {
        filter: { field: 'sku', is: 'equals', value: 'BG-8' },
        change: change({ do: 'replace', attribute: 'name', language: 'en-GB', find: 'Bag', with: 'Pannier' }),
      },
      1,
      now,
    )
    const stale = async () =>
      (
        await database().execute<{ stale: boolean }>(sql`
      select v.source_hash <> s.hash as stale from value v join product p on p.id = v.product_id
      join value s on s.product_id = p.id and s.attribute_id = v.attribute_id and s.language = 'en-GB'
      where p.sku = 'BG-8' and v.language = 'fr-CH'`)
      ).rows[0]!.stale
    expect(await stale()).toBe(true)
    await undoStep(report.step!, 1, now)
    expect(await stale()).toBe(false)
    expect(await valueOf('BG-8', 'name', 'fr-CH')).toMatchObject({ value: 'Sac 8', state: 'translated' })
  })

  it('goes to variants where the type says so', async () => {
    const gloves = { field: 'type', is: 'equals', value: 'glove' }
    expect(
      await previewBulkChange({ filter: gloves, change: change({ do: 'set', attribute: 'size', value: 'L' }) }, now),
    ).toMatchObject({ looked: 2, changed: 2, sample: [{ sku: 'GL-M', before: 'M', after: 'L' }, { sku: 'GL-S' }] })
    expect(
      await previewBulkChange(
        { filter: gloves, change: change({ do: 'set', attribute: 'size', value: 'L', members: 'parents' }) },
        now,
      ),
    ).toMatchObject({ looked: 1, sample: [{ sku: 'GL', before: '', after: 'L' }] })
    const { step } = await makeBulkChange(
      { filter: gloves, change: change({ do: 'set', attribute: 'size', value: 'L', members: 'both' }) },
      1,
      now,
    )
    expect((await getProduct('GL-S')).document.values).toEqual([
      expect.objectContaining({ attribute: 'size', value: 'L' }),
    ])
    expect(await undoStep(step!, 1, now)).toMatchObject({ products: 3, skippedCount: 0 })
    expect((await valueOf('GL-S', 'size'))?.value).toBe('S')
  })

  it('called off in the middle, has changed nothing', async () => {
    const before = await counts()
    let asked = 0
    await expect(
      makeBulkChange({ ...steel, change: change({ do: 'set', attribute: 'grade', value: 3 }) }, 1, now, {
        cancelled: () => ++asked > 2,
      }),
    ).rejects.toBeInstanceOf(Cancelled)
    expect(await counts()).toEqual(before)
    expect(await found({ field: 'attribute:grade', is: 'present' })).toBe(0)
  })

  it('is refused where it cannot be made, or by whom it may not', async () => {
    expect(
      await problemOf(previewBulkChange({ change: change({ do: 'set', attribute: 'material', value: 'gold' }) }, now)),
    ).toMatchObject({ status: 422, errors: [{ path: 'change.value' }] })
    expect(
      await problemOf(previewBulkChange({ ...steel, filter: { field: 'nothing', is: 'present' } }, now)),
    ).toMatchObject({ status: 422, errors: [{ path: 'filter' }] })
    expect(
      await problemOf(
        queueBulkChange(luc, { change: change({ do: 'clear', attribute: 'name', language: 'de-CH' }) }, now),
      ),
    ).toMatchObject({ status: 403 })
    expect(await problemOf(queueUndo(maren, 987_654))).toMatchObject({ status: 404 })
  })
})

describe('a bulk change of fields of the product', () => {
  const one = { field: 'sku', is: 'one-of', value: ['BG-1', 'BG-2', 'BG-3'] }
  const make = (more: Partial<BulkChange> & Pick<BulkChange, 'do' | 'attribute'>) =>
    makeBulkChange({ filter: one, change: change(more) } as never, 1, now)
  const document = async (sku: string) => (await getProduct(sku)).document

  it('writes numbers, prices, special prices, range and relations, each as one step that is undone as one', async () => {
    const before = await document('BG-1')
    const special = { group: null, from: '2026-12-01T00:00', to: '2026-12-24T23:59', quantity: 1, percentOff: 20 }
    const steps = [
      await make({ do: 'set', attribute: 'field:stock', value: 9 }),
      await make({ do: 'set', attribute: 'field:minimum', value: 2 }),
      await make({ do: 'set', attribute: 'field:available-from', value: '2026-12-01' }),
      await make({ do: 'set', attribute: 'field:price', storefront: 'uk', value: 50 }),
      await make({ do: 'adjust', attribute: 'field:price', storefront: 'uk', by: -10, percent: true }),
      await make({ do: 'add-special', attribute: 'field:specials', storefront: 'uk', special }),
      await make({ do: 'remove', attribute: 'field:sold-in', value: ['ch'] }),
      await make({ do: 'add', attribute: 'field:goes-with', value: ['BG-9'] }),
    ]
    expect(steps.map((s) => [s.changed, s.failed])).toEqual(steps.map(() => [3, 0]))
    const after = await document('BG-1')
    expect(after).toMatchObject({ stock: 9, minimum: 2, availableFrom: '2026-12-01' })
    expect(after.prices.filter((p) => p.storefront === 'uk').map((p) => [p.special, p.amount])).toEqual([
      [false, 45],
      [true, 36],
    ])
    expect(after.range.map((r) => r.storefront)).not.toContain('ch')
    expect(after.relations).toEqual([{ kind: 'goes-with', sku: 'BG-9' }])
    expect(await found({ field: 'price', is: 'above', value: { value: 36, currency: 'GBP' } })).toBeGreaterThan(0)
    for (const { step } of [...steps].reverse()) await undoStep(step!, 1, now)
    const undone = await document('BG-1')
    expect(undone).toMatchObject({
      stock: before.stock,
      minimum: before.minimum,
      availableFrom: before.availableFrom,
      prices: before.prices,
      range: before.range,
      relations: before.relations,
    })
  })
  it('names products that there are not before it begins', async () => {
    const relation = {
      filter: one,
      change: change({ do: 'add', attribute: 'field:goes-with', value: ['BG-9', 'NO-1'] }),
    }
    expect(await problemOf(previewBulkChange(relation as never, now))).toMatchObject({
      errors: [{ path: 'change.value', message: 'No product has the SKU NO-1.' }],
    })
  })
  it('moves a value from one field to another in one step', async () => {
    const to = { do: 'move' as const, attribute: 'summary', language: 'en-GB' }
    const from = { attribute: 'name', storefront: null, language: 'en-GB' }
    const name = (await valueOf('BG-1', 'name', 'en-GB'))!.value
    const report = await make({ ...to, from })
    expect([(await valueOf('BG-1', 'summary', 'en-GB'))!.value, await valueOf('BG-1', 'name', 'en-GB')]).toEqual([
      name,
      undefined,
    ])
    await undoStep(report.step!, 1, now)
    expect((await valueOf('BG-1', 'name', 'en-GB'))!.value).toBe(name)
  })
})
