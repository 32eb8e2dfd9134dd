import { beforeAll, describe, expect, it } from 'vitest'
import { blankPiece } from '@core/page/piece'
import type { Attribute } from '@core/attributes/attribute'
import { noLimits } from '@core/assignments/limits'
import type { AssignmentRecord, PieceRecord } from '@contracts/records'
import { attributes } from '../world'
import { ada, luc, maren, now, ownDatabase, problemOf } from './database'
import { csvLines } from '../csv'

const { file } = ownDatabase()
const { importProducts } = await import('@server/services/imports/import-products')
const { deleteRecord, getRecord, putRecord } = await import('@server/services/records/records')
const { recordHistory, recordHistoryFacets, undoRecordChange } = await import('@server/services/records/history')
const { listAssignments, listPieces } = await import('@server/services/library/lists')
const { listUnits, saveUnits } = await import('@server/services/translation/desk')
const { explain, reach, reachFill, tryAssignment } = await import('@server/services/reach/reach')
const { proof } = await import('@server/services/proof/proof')
const { getFacts, patchProduct } = await import('@server/services/products/products')

const v = (code: string) => `<data value="attribute:${code}"></data>`
const piece = (more: Partial<PieceRecord> = {}): PieceRecord => ({
  ...blankPiece(),
  code: 'fit',
  kind: 'tab',
  name: 'Fits these racks',
  texts: [{ storefront: null, language: 'en-GB', title: 'Fits', body: `<p>Weighs ${v('weight')}</p>` }],
  ...more,
})
const assignment = (more: Partial<AssignmentRecord> = {}): AssignmentRecord => ({
  code: 'fit-on-bags',
  name: 'Fit on bags',
  pieces: ['fit'],
  sets: [],
  area: 'details',
  order: 20,
  replaces: null,
  resting: false,
  limits: noLimits(),
  reach: {
    base: 'rule',
    rule: {
      all: [
        { field: 'type', is: 'equals', value: 'bag' },
        { field: 'price', is: 'below', value: '65 GBP' },
      ],
    },
    chosen: [],
    added: [],
    leftOut: [],
    eachVariant: false,
  },
  ...more,
})
const put = (kind: Parameters<typeof putRecord>[1], r: { code: string } & object, ifMatch?: string, person = maren) =>
  putRecord(person, kind, r.code, r, ifMatch === undefined ? { any: true } : { ifMatch }, now)
beforeAll(async () => {
  await importProducts(
    file(
      csvLines(
        'sku,parent,type,price@uk,price@ch,name,weight,season,size',
        'A-1,,bag,60,80,Regn 30,1.2 kg,winter,',
        'A-2,,bag,70,90,Regn 22,,,',
        'L-1,,lock,20,30,Bolt,900 g,,',
        'G-1,,glove,25,35,Suzu,,,',
        'G-1-S,G-1,,,,,,,S',
      ),
    ),
    { mode: 'apply', take: 'all', title: 'Import', personId: 1, now },
  )
  await put('pieces', piece())
  await put('assignments', assignment())
})

describe('records that travel whole', () => {
  it('change nothing when they come back as they went', async () => {
    for (const [kind, code, person] of [
      ['pieces', 'fit', maren],
      ['assignments', 'fit-on-bags', maren],
      ['attributes', 'weight', ada],
      ['product-types', 'glove', ada],
      ['storefronts', 'ch', ada],
    ] as const) {
      const { record, tag } = await getRecord(kind, code)
      const before = (await recordHistory(kind, code, { limit: 50 })).items.length
      expect(
        (await putRecord(person, kind, code, JSON.parse(JSON.stringify(record)), { ifMatch: tag }, now)).tag,
        kind,
      ).toBe(tag)
      expect((await recordHistory(kind, code, { limit: 50 })).items).toHaveLength(before)
    }
  })
  it('cannot have a word as their code that means something else in an address', async () => {
    for (const code of ['new', 'reaches', 'order'])
      expect((await problemOf(putRecord(maren, 'pieces', code, piece({ code }), {}, now))).status, code).toBe(412)
  })
  it('are not overwritten, nor made twice', async () => {
    const { tag } = await getRecord('pieces', 'fit')
    await put('pieces', piece({ note: 'first' }), tag)
    expect(await problemOf(put('pieces', piece({ note: 'second' }), tag))).toMatchObject({
      status: 412,
      current: { note: 'first' },
    })
    expect((await problemOf(putRecord(maren, 'pieces', 'fit', piece(), { ifNoneMatch: '*' }, now))).status).toBe(412)
    expect((await problemOf(putRecord(maren, 'pieces', 'other', piece(), { any: true }, now))).status).toBe(422)
    // Whoever does not say which version is meant is asked; `*` is whatever is there, but something.
    expect((await problemOf(putRecord(maren, 'pieces', 'fit', piece(), {}, now))).status).toBe(428)
    const gone = piece({ code: 'gone' })
    expect((await problemOf(putRecord(maren, 'pieces', 'gone', gone, { ifMatch: '*' }, now))).status).toBe(412)
    expect((await problemOf(deleteRecord(maren, 'pieces', 'fit', undefined, now))).status).toBe(428)
    expect((await problemOf(deleteRecord(maren, 'pieces', 'fit', '"old"', now))).status).toBe(412)
  })
  it('are for those who may', async () => {
    expect((await problemOf(put('pieces', piece(), undefined, luc))).status).toBe(403)
    expect((await problemOf(put('attributes', attributes[0]!, undefined, luc))).status).toBe(403)
  })
  it.each<[string, { code: string } & Record<string, unknown>, string]>([
    [
      'pieces',
      piece({
        code: 'x',
        texts: [{ storefront: null, language: 'en-GB', title: 'a', body: `<p>${v('nothing')}</p>` }],
      }) as never,
      'texts[0].body',
    ],
    ['pieces', piece({ code: 'x', needed: ['attribute:nothing'] }) as never, 'needed[0]'],
    ['pieces', { code: 'x', kind: 'banner', name: 'x' }, 'kind'],
    ['assignments', assignment({ code: 'x', pieces: ['nothing'] }) as never, 'pieces[0]'],
    [
      'assignments',
      assignment({
        code: 'x',
        reach: { ...assignment().reach, rule: { all: [{ field: 'type', is: 'equals', value: 'boat' }] } },
      }) as never,
      'reach.rule.all[0]',
    ],
    [
      'assignments',
      assignment({ code: 'x', reach: { ...assignment().reach, added: ['Z-9'] } }) as never,
      'reach.added',
    ],
    [
      'assignments',
      assignment({ code: 'x', limits: { ...noLimits(), from: '2026-12-01', to: '2026-11-01' } }) as never,
      'limits.to',
    ],
    [
      'assignments',
      assignment({ code: 'x', limits: { ...noLimits(), storefronts: ['xx'] } }) as never,
      'limits.storefronts[0]',
    ],
    ['assignments', assignment({ code: 'x', area: 'roof' as never }) as never, 'area'],
  ])('refuse %s with something wrong, and say where', async (kind, record, path) => {
    expect(await problemOf(put(kind as 'pieces', record))).toMatchObject({
      status: 422,
      errors: expect.arrayContaining([expect.objectContaining({ path })]),
    })
  })
  it('store texts cleaned', async () => {
    await put(
      'pieces',
      piece({
        code: 'clean',
        name: 'Clean',
        texts: [{ storefront: null, language: 'en-GB', title: ' A ', body: '<div><b>x</b><script>y</script></div>' }],
      }),
    )
    expect(((await getRecord('pieces', 'clean')).record as PieceRecord).texts).toEqual([
      { storefront: null, language: 'en-GB', title: 'A', body: '<p><strong>x</strong></p>' },
    ])
  })
  it('keep a history that can be put back', async () => {
    await put('assignments', assignment({ order: 50, name: 'Another name' }))
    const [entry] = (await recordHistory('assignments', 'fit-on-bags', { limit: 50 })).items
    expect(entry).toMatchObject({
      person: 'Maren',
      made: false,
      differences: [
        { path: 'name', after: 'Another name' },
        { path: 'order', before: 20, after: 50 },
      ],
    })
    await put('assignments', assignment({ order: 60, name: 'Another name' }))
    expect(await undoRecordChange(maren, 'assignments', 'fit-on-bags', entry!.id, now)).toMatchObject({
      skipped: ['order'],
      record: { name: 'Fit on bags', order: 60 },
    })
    const made = (await recordHistory('assignments', 'fit-on-bags', { limit: 50 })).items.at(-1)!
    expect([
      made.made,
      (await problemOf(undoRecordChange(maren, 'assignments', 'fit-on-bags', made.id, now))).status,
    ]).toEqual([true, 422])
    await put('assignments', assignment())
  })
  it('filter their history by part and person, page by page', async () => {
    const historyOf = (asked: object) => recordHistory('assignments', 'fit-on-bags', { limit: 50, ...asked })
    expect(await recordHistoryFacets('assignments', 'fit-on-bags')).toEqual({
      fields: expect.arrayContaining(['name', 'order']),
      people: [{ email: maren.email, name: 'Maren' }],
    })
    const ofName = (await historyOf({ field: 'name' })).items
    expect(ofName.length).toBeGreaterThan(0)
    expect(ofName.filter((e) => !e.made).every((e) => e.differences.some((d) => d.path === 'name'))).toBe(true)
    expect((await historyOf({ person: ada.email })).items).toEqual([])
    const { items, next } = await historyOf({ limit: 1 })
    expect((await historyOf({ before: next })).items[0]!.id).toBeLessThan(items[0]!.id)
  })
})

describe('what the set-up guards', () => {
  const weight = attributes.find((a) => a.code === 'weight')!
  const season = attributes.find((a) => a.code === 'season')!
  it('does not lose values: a type with values stays, an option in use too', async () => {
    expect(
      (
        await problemOf(
          put('attributes', { ...weight, type: 'text', family: null, unit: null } as Attribute, undefined, ada),
        )
      ).errors,
    ).toMatchObject([{ path: 'type', message: expect.stringContaining('2 values') }])
    expect(
      (
        await problemOf(
          put(
            'attributes',
            { ...season, options: season.options.filter((o) => o.code !== 'winter') } as Attribute,
            undefined,
            ada,
          ),
        )
      ).errors,
    ).toMatchObject([{ path: 'options' }])
  })
  it('keeps an option that a rule names', async () => {
    await put(
      'assignments',
      assignment({
        code: 'summer',
        name: 'Summer',
        reach: { ...assignment().reach, rule: { field: 'season', is: 'equals', value: 'summer' } },
      }),
    )
    expect(
      (
        await problemOf(
          put(
            'attributes',
            { ...season, options: season.options.filter((o) => o.code !== 'summer') } as Attribute,
            undefined,
            ada,
          ),
        )
      ).errors,
    ).toMatchObject([{ path: 'options', message: expect.stringContaining('“Summer”') }])
  })
  it('derives facts anew where a type’s default changes', async () => {
    const { record } = (await getRecord('product-types', 'lock')) as unknown as {
      record: { code: string; attributes: { attribute: string; default: unknown }[] }
    }
    const changed = {
      ...record,
      attributes: record.attributes.map((a) => (a.attribute === 'material' ? { ...a, default: 'steel' } : a)),
    }
    const find = async () =>
      (await reach({ condition: { field: 'attribute:material', is: 'equals', value: 'steel' }, limit: 10 }, now)).skus
    expect(await find()).toEqual([])
    await put('product-types', changed, undefined, ada)
    expect(await find()).toEqual(['L-1'])
    expect((await getFacts('L-1', { storefront: 'uk', group: null, moment: now }))['attribute:material']).toBe('steel')
  })
})

describe('reach', () => {
  it('finds, explains and says the rule in its other readings', async () => {
    const condition = assignment().reach.rule
    expect(await reach({ condition, limit: 10 }, now)).toEqual({ count: 1, skus: ['A-1'], next: null })
    expect(await explain({ condition, sku: 'A-2' }, now)).toMatchObject({
      met: false,
      sentence: 'Bag, priced below 65 GBP',
      explanation: {
        children: [
          { field: 'type', met: true, value: 'bag' },
          { field: 'price', met: false, value: 70 },
        ],
      },
    })
    expect(await reach({ logic: { '==': [{ var: 'type' }, 'lock'] }, limit: 10 }, now)).toMatchObject({ skus: ['L-1'] })
    expect(
      await problemOf(reach({ condition: { any: [{ field: 'type', is: 'equals', value: 'boat' }] }, limit: 1 }, now)),
    ).toMatchObject({ status: 422, errors: [{ path: 'condition.any[0]' }] })
    expect(await problemOf(reach({ logic: { xor: [] }, limit: 1 } as never, now))).toMatchObject({
      status: 422,
      errors: [{ path: 'logic' }],
    })
    expect((await problemOf(reach({ condition, lens: { storefront: 'xx' }, limit: 1 }, now))).errors).toMatchObject([
      { path: 'lens.storefront' },
    ])
  })
  it('shows what an assignment gains and loses before it is saved', async () => {
    const changed = {
      ...assignment().reach,
      rule: { field: 'price', is: 'above', value: '65 GBP' },
      added: ['G-1-S'],
    } as never
    const tried = await tryAssignment({ reach: changed, limits: noLimits(), saved: 'fit-on-bags', sku: 'A-1' }, now)
    expect(tried).toMatchObject({
      count: 2,
      gained: { count: 2, sample: [{ sku: 'A-2', name: 'Regn 22' }, { sku: 'G-1' }] },
      lost: { count: 1, sample: [{ sku: 'A-1' }] },
      product: { reached: false, reason: 'not-met' },
    })
    expect(
      (await tryAssignment({ reach: changed, limits: noLimits(), saved: null, sku: 'G-1-S' }, now)).product,
    ).toMatchObject({ reached: true, reason: 'added', asked: 'G-1' })
  })
  it('asks the price in a storefront that the limits allow', async () => {
    const tried = await tryAssignment(
      {
        reach: { ...assignment().reach, rule: { field: 'price', is: 'below', value: '85 CHF' } },
        limits: { ...noLimits(), storefronts: ['ch'] },
        saved: null,
        lens: { storefront: 'uk' },
        sku: null,
      },
      now,
    )
    expect(tried).toMatchObject({ storefront: 'ch', count: 3 })
  })
  it('offers the values that the reached products have, with the share filled', async () => {
    const fill = await reachFill({ piece: 'fit' }, now)
    expect(fill).toMatchObject({ count: 1, sample: null, assigned: [{ code: 'fit-on-bags' }, { code: 'summer' }] })
    expect(fill.values.find((x) => x.address === 'attribute:weight')).toMatchObject({ filled: 1 })
    expect(fill.values.find((x) => x.address === 'attribute:volume')).toMatchObject({ filled: 0 })
    expect(fill.values.map((x) => x.address)).toContain('storefront:phone')
  })
})

describe('lists of the library', () => {
  it('show titles as the edition finds them, and where a piece is used', async () => {
    const { items } = await listPieces({ limit: 10, storefront: 'ch', language: 'fr-CH', q: 'racks' })
    expect(items).toMatchObject([
      {
        code: 'fit',
        title: 'Fits',
        titleLanguage: 'en-GB',
        counts: false,
        assignments: [{ code: 'fit-on-bags' }, { code: 'summer' }],
      },
    ])
  })
  it('give assignments in page order, page by page', async () => {
    await put(
      'assignments',
      assignment({ code: 'early', name: 'Early', order: -5, limits: { ...noLimits(), storefronts: ['ch'] } }),
    )
    const first = await listAssignments({ limit: 1 })
    expect(first.items).toMatchObject([{ code: 'early', sentence: 'Bag, priced below 65 GBP', limits: 'CH' }])
    expect((await listAssignments({ limit: 5, cursor: first.next! })).items.map((a) => a.code)).toEqual([
      'fit-on-bags',
      'summer',
    ])
  })
})

describe('a piece from text to proof', () => {
  const edition = { storefront: 'ch', language: 'fr-CH', record: 'piece:fit' }
  it('is translated, stands on the page with its reason, and goes stale with its source', async () => {
    await saveUnits(
      luc,
      {
        ...edition,
        units: [
          { unit: 'title', target: 'Compatible', base: null },
          { unit: 'body', target: `<p>Pèse ${v('weight')}</p>`, base: null },
        ],
      },
      now,
    )
    const page = await proof('A-1', { storefront: 'ch', language: 'fr-CH' }, now)
    expect(page.left_out.find((l) => l.piece === 'fit' && l.because?.assignment?.code === 'fit-on-bags')).toMatchObject(
      { reason: 'this product does not match the rule' },
    )
    await put(
      'assignments',
      assignment({ reach: { ...assignment().reach, rule: { field: 'type', is: 'equals', value: 'bag' } } }),
    )
    const after = await proof('A-1', { storefront: 'ch', language: 'fr-CH' }, now)
    expect(after.areas.details!.find((s) => s.piece === 'fit')).toMatchObject({
      title: 'Compatible',
      html: '<p>Pèse <data value="attribute:weight">1,2\u202fkg</data></p>',
      because: { assignment: { code: 'fit-on-bags' }, reach: 'rule', language: { title: 'fr-CH', body: 'fr-CH' } },
    })
    expect((await proof('A-2', { storefront: 'ch', language: 'fr-CH' }, now)).left_out).toEqual(
      expect.arrayContaining([
        expect.objectContaining({ piece: 'fit', reason: 'all its inline values are empty: weight' }),
      ]),
    )

    const { record, tag } = (await getRecord('pieces', 'fit')) as { record: PieceRecord; tag: string }
    await put(
      'pieces',
      {
        ...record,
        texts: record.texts.map((x) => (x.language === 'en-GB' ? { ...x, title: 'Fits on' } : x)),
      } as PieceRecord,
      tag,
    )
    expect((await listUnits(edition)).units.map((u) => [u.unit, u.stale, u.madeFrom])).toEqual([
      ['title', true, 'Fits'],
      ['body', false, null],
    ])
    expect(
      await problemOf(saveUnits(luc, { ...edition, units: [{ unit: 'title', target: 'x', base: 'other' }] }, now)),
    ).toMatchObject({ status: 412 })
    // Found right for the new source, it is stale no more, and that is a change like others: in the history, and put
    // back.
    const said = await saveUnits(
      luc,
      { ...edition, units: [{ unit: 'title', target: 'Compatible', state: 'translated', base: 'Compatible' }] },
      now,
    )
    expect(said.units.map((u) => u.stale)).toEqual([false, false])
    const [latest] = (await recordHistory('pieces', 'fit', { limit: 50 })).items
    expect(latest).toMatchObject({ person: 'Luc', differences: [{ path: 'texts@/fr-CH' }] })
    await undoRecordChange(maren, 'pieces', 'fit', latest!.id, now)
    expect((await listUnits(edition)).units.map((u) => u.stale)).toEqual([true, false])
  })
  it('shows the price of the group at the moment that is asked for', async () => {
    await patchProduct(
      maren,
      'A-1',
      '*',
      {
        specials: [{ storefront: 'uk', group: 'club', from: '2026-11-27', to: '2026-11-27', quantity: 1, amount: 50 }],
      },
      now,
    )
    const price = async (group: string, at: string) =>
      (await proof('A-1', { storefront: 'uk', language: 'en-GB', group, at }, now)).product.priceShown
    expect([
      await price('club', '2026-11-27T08:00:00Z'),
      await price('club', '2026-11-28T00:00:00Z'),
      await price('retail', '2026-11-27T08:00:00Z'),
    ]).toEqual(['£50.00', '£60.00', '£60.00'])
  })
})
