import { beforeAll, describe, expect, it } from 'vitest'
import type { AssignmentRecord, PieceRecord } from '@contracts/records'
import { noLimits } from '@core/assignments/limits'
import { blankPiece } from '@core/page/piece'
import type { Storefront } from '@core/catalogue/model'
import { luc, maren, now, ownDatabase, problemOf } from './database'
import { csvLines } from '../csv'

const { file } = ownDatabase()
const { importProducts } = await import('@server/services/imports/import-products')
const { deleteRecord, getRecord, putRecord } = await import('@server/services/records/records')
const { patchProduct } = await import('@server/services/products/products')
const { undoStep } = await import('@server/services/work/undo-step')
const { proof, proofMoments, tryProof } = await import('@server/services/proof/proof')
const { placeAssignment, pageOrder } = await import('@server/services/assignments/order')
const { findCoverage } = await import('@server/services/assignments/coverage')
const { beforeSaving } = await import('@server/services/reach/before-saving')
const { lookAfterReaches } = await import('@server/services/reach/cached-reach')
const { explain } = await import('@server/services/reach/reach')
const { makeReusable } = await import('@server/services/library/reusable')
const { replaceInLibrary } = await import('@server/services/library/replace')
const { sharedTextRemarks } = await import('@server/services/library/remarks')
const { tidyLibrary } = await import('@server/services/library/tidy')
const { exportContent, exportQuestions, importContent, importQuestions } =
  await import('@server/services/library/files')
const { listOwnPieces } = await import('@server/services/library/lists')

type Kind = Parameters<typeof putRecord>[1]
const put = (
  kind: Kind,
  r: ({ code: string } & Record<string, unknown>) | PieceRecord | AssignmentRecord | Storefront,
  person = maren,
) => putRecord(person, kind, r.code, r, { any: true }, now)
const piece = (code: string, more: Partial<PieceRecord> = {}): PieceRecord => ({
  ...blankPiece(),
  code,
  kind: 'tab',
  name: code,
  texts: [{ storefront: null, language: 'en-GB', title: code, body: `<p>About ${code}</p>` }],
  ...more,
})
const question = (code: string, title: string, body: string) =>
  piece(code, { kind: 'question', texts: [{ storefront: null, language: 'en-GB', title, body }] })
const everything: AssignmentRecord['reach'] = {
  base: 'everything',
  rule: null,
  chosen: [],
  added: [],
  leftOut: [],
  eachVariant: false,
}
const assign = (code: string, more: Partial<AssignmentRecord> = {}): AssignmentRecord => ({
  code,
  name: code,
  pieces: ['a'],
  sets: [],
  reach: everything,
  limits: noLimits(),
  area: 'details',
  order: 20,
  replaces: null,
  resting: false,
  ...more,
})
const uk = { storefront: 'uk', language: 'en-GB' }
const details = async (sku: string, q: { group?: string; at?: string } = {}) =>
  (await proof(sku, { ...uk, ...q }, now)).areas.details!.map((p) => p.piece)
const bags = { ...everything, base: 'rule' as const, rule: { field: 'type', is: 'equals' as const, value: 'bag' } }

beforeAll(async () => {
  await importProducts(
    file(
      csvLines(
        'sku,parent,type,price@uk,price@ch,name,weight,material,chart',
        'A-1,,bag,60,80,Regn 30,1.2 kg,canvas,',
        'A-2,,bag,70,90,Regn 22,,steel,',
        'L-1,,lock,20,30,Bolt,900 g,steel,',
        'G-1,,glove,25,35,Suzu,,wool,',
        'G-1-S,G-1,,,,,,,',
      ),
    ),
    { mode: 'apply', take: 'all', title: 'Import', personId: 1, now },
  )
  for (const p of [
    piece('a'),
    piece('b'),
    piece('c'),
    question('q-return', 'How long may I send it back?', '<p>You may send it back within sixty days of buying it.</p>'),
    question('q-fit', 'Who helps me to fit it?', '<p>Our workshop does, by telephone.</p>'),
  ])
    await put('pieces', p)
  await put('question-sets', { code: 'common', name: 'Common', note: '', questions: ['q-return'] })
  await put('assignments', assign('on-all', { order: 50 }))
})

describe('questions and sets', () => {
  it('flow into one FAQ of a page, with what the product picks, and tell it to machines', async () => {
    await put('assignments', assign('asked', { pieces: [], sets: ['common'], order: 60 }))
    await patchProduct(
      maren,
      'A-1',
      '*',
      { values: [{ attribute: 'asked', storefront: null, language: null, value: ['q-fit', 'common'] }] },
      now,
    )
    const page = await proof('A-1', uk, now)
    expect(page.areas.details!.find((p) => p.piece === 'faq')!.questions!.map((x) => x.piece)).toEqual([
      'q-return',
      'q-fit',
    ])
    expect(page.structured).toContainEqual(
      expect.objectContaining({
        '@type': 'FAQPage',
        mainEntity: [
          expect.objectContaining({ name: 'How long may I send it back?' }),
          expect.objectContaining({ name: 'Who helps me to fit it?' }),
        ],
      }),
    )
  })
  it('are not deleted while something holds them, and say what', async () => {
    const why = async (kind: Kind, code: string) =>
      (await problemOf(deleteRecord(maren, kind, code, '*', now))).errors!.map((e) => e.message).join(' ')
    expect(await why('question-sets', 'common')).toMatch(/“asked” brings it.*“A-1” use it/)
    expect(await why('pieces', 'q-return')).toMatch(/“Common” contain it/)
    expect(await why('pieces', 'a')).toMatch(/“on-all” brings it/)
    await put('pieces', piece('spare'))
    await deleteRecord(maren, 'pieces', 'spare', '*', now)
    expect((await problemOf(getRecord('pieces', 'spare'))).status).toBe(404)
  })
  it('hold only questions, under codes of their own', async () => {
    const wrong = async (record: { code: string } & Record<string, unknown>) =>
      (await problemOf(put('question-sets', record))).errors!.map((e) => e.path)
    expect(await wrong({ code: 'x', name: 'X', questions: ['a', 'nothing'] })).toEqual(['questions[0]', 'questions[1]'])
    expect(await wrong({ code: 'a', name: 'A', questions: [] })).toEqual(['code'])
  })
})

describe('a product’s own piece', () => {
  it('stands on its page alone, and becomes reusable without any page changing', async () => {
    await put(
      'pieces',
      piece('mine', { own: { sku: 'G-1-S', area: 'details', order: 30, limits: noLimits(), resting: false } }),
    )
    expect((await listOwnPieces('G-1-S')).items[0]!.own!.sku).toBe('G-1')
    expect([await details('G-1'), await details('A-1')].map((l) => l.includes('mine'))).toEqual([true, false])
    const before = await details('G-1-S')
    expect((await problemOf(put('assignments', assign('x', { pieces: ['mine'] })))).errors![0]!.path).toBe('pieces[0]')
    const { assignment } = await makeReusable(maren, 'mine', now)
    expect(assignment).toMatchObject({ pieces: ['mine'], order: 30, reach: { base: 'chosen', chosen: ['G-1'] } })
    expect([await details('G-1-S'), (await listOwnPieces('G-1')).items]).toEqual([before, []])
    expect((await problemOf(makeReusable(maren, 'mine', now))).status).toBe(422)
  })
})

describe('the order of a page', () => {
  it('follows a dragged assignment with room between the numbers, and is for those who may', async () => {
    await put('assignments', assign('second', { pieces: ['b'], order: 51 }))
    await put('assignments', assign('third', { pieces: ['c'], order: 70 }))
    const orderOf = async (code: string) =>
      ((await getRecord('assignments', code)).record as unknown as AssignmentRecord).order
    await placeAssignment(maren, { storefront: 'uk', area: 'details', code: 'third', before: 'on-all' }, now)
    expect(await orderOf('third')).toBe(45)
    const { changed } = await placeAssignment(
      maren,
      { storefront: 'uk', area: 'details', code: 'third', before: 'second' },
      now,
    )
    expect(changed.map((c) => c.code)).toContain('third')
    expect((await details('A-1')).filter((c) => ['a', 'b', 'c'].includes(c))).toEqual(['a', 'c', 'b'])
    expect(
      (
        await problemOf(
          placeAssignment(maren, { storefront: 'uk', area: 'foot', code: 'third', before: 'second' }, now),
        )
      ).errors![0]!.message,
    ).toContain('is not in this area')
    expect((await pageOrder('uk')).find((a) => a.area === 'details')).toMatchObject({
      parts: [
        { part: 'description', order: 10 },
        { part: 'facts', order: 40 },
      ],
    })
  })
})

describe('before an assignment is saved', () => {
  it('says what it gains, loses and collides with, over the whole catalogue and by storefront', async () => {
    const saved = assign('on-bags', { pieces: ['b'], reach: bags, area: 'foot' })
    await put('assignments', saved)
    const wanted: AssignmentRecord = {
      ...saved,
      reach: { ...everything, base: 'rule', rule: { field: 'price', is: 'below', value: '65 GBP' } },
      limits: { ...noLimits(), storefronts: ['uk'] },
    }
    const { storefronts } = await beforeSaving({ assignment: wanted }, now)
    expect(storefronts.map((s) => [s.storefront, s.count, s.gained, s.lost])).toEqual([
      ['uk', 3, 2, 1],
      ['ch', 0, 0, 2],
      ['ca', 0, 0, 2],
    ])
    expect(storefronts[0]!.lostSample).toEqual([{ sku: 'A-2', name: 'Regn 22' }])
    const more = await beforeSaving(
      { assignment: assign('new', { pieces: ['a'], order: 90, limits: { ...noLimits(), storefronts: ['uk'] } }) },
      now,
    )
    expect(more.collisions).toMatchObject([{ kind: 'overruled', count: 4, with: { code: 'on-all' } }])
    await put(
      'pieces',
      piece('weighs', {
        texts: [
          {
            storefront: null,
            language: 'en-GB',
            title: 'Weighs',
            body: '<p><data value="attribute:weight"></data></p>',
          },
        ],
      }),
    )
    expect((await beforeSaving({ assignment: assign('new', { pieces: ['weighs'] }) }, now)).empty).toEqual([
      { address: 'attribute:weight', piece: 'weighs', empty: 2, of: 4, needed: false },
    ])
  })
  it('sees every product that was changed since the reaches were worked out', async () => {
    await lookAfterReaches(now)
    const steel = {
      ...everything,
      base: 'rule' as const,
      rule: { field: 'attribute:material', is: 'equals' as const, value: 'steel' },
    }
    await put('assignments', assign('on-steel', { pieces: ['c'], reach: steel, area: 'foot' }))
    const lost = async () =>
      (
        await beforeSaving(
          {
            assignment: assign('on-steel', {
              pieces: ['c'],
              reach: { ...everything, base: 'chosen' },
              area: 'foot',
              limits: { ...noLimits(), storefronts: ['uk'] },
            }),
          },
          now,
        )
      ).storefronts
        .find((s) => s.storefront === 'uk')!
        .lostSample.map((p) => p.sku)
    expect(await lost()).toEqual(['A-2', 'L-1'])
    await patchProduct(
      maren,
      'A-1',
      '*',
      { values: [{ attribute: 'material', storefront: null, language: null, value: 'steel' }] },
      Date.now(),
    )
    await patchProduct(
      maren,
      'L-1',
      '*',
      { values: [{ attribute: 'material', storefront: null, language: null, value: 'wool' }] },
      Date.now(),
    )
    expect(await lost()).toEqual(['A-1', 'A-2'])
    // Very many at once are asked of the database alone.
    const rows = Array.from(
      { length: 40 },
      (_, i) => `M-${String(i).padStart(2, '0')},lock,Lock ${i},${i < 3 ? 'steel' : 'wool'}`,
    )
    const { step } = await importProducts(file(`sku,type,name,material\n${rows.join('\n')}\n`), {
      mode: 'apply',
      take: 'all',
      title: 'More',
      personId: 1,
      now: Date.now(),
    })
    expect(await lost()).toEqual(['A-1', 'A-2', 'M-00', 'M-01', 'M-02'])
    await undoStep(step!, 1, Date.now())
  })
  it('shows what would change on a page, and leaves the page as it is', async () => {
    const tried = await tryProof('A-1', { ...uk, assignment: assign('new', { pieces: ['b'], replaces: 'a' }) }, now)
    expect(tried.changes.map((c) => `${c.what} ${c.piece} ${c.area}`)).toEqual(
      expect.arrayContaining(['goes a details']),
    )
    expect(await details('A-1')).toContain('a')
    const { record } = await getRecord('storefronts', 'uk')
    const { layout } = record as unknown as Storefront
    const hidden = await tryProof('A-1', { ...uk, layout: { ...layout, off: true } }, now)
    expect(hidden.areas.details!.map((p) => p.piece)).toEqual(['facts'])
    expect(
      await problemOf(
        tryProof(
          'A-1',
          {
            ...uk,
            assignment: assign('new', {
              reach: { ...everything, base: 'rule', rule: { field: 'nothing', is: 'equals', value: 1 } },
            }),
          },
          now,
        ),
      ),
    ).toMatchObject({ status: 422, errors: [{ path: 'assignment.reach.rule' }] })
  })
})

describe('campaigns, named rules and the layout', () => {
  it('put things on pages where and as long as they say, and are asked by the moment', async () => {
    await put('campaigns', { code: 'frost', name: 'Frost', storefronts: ['uk'], from: '2026-12-01', to: '2026-12-05' })
    await put('named-rules', {
      code: 'heavy',
      name: 'Heavy',
      rule: { field: 'attribute:weight', is: 'above', value: '1 kg' },
    })
    await put('pieces', piece('warm'))
    await put(
      'assignments',
      assign('warm', {
        pieces: ['warm'],
        reach: { ...everything, base: 'rule', rule: { field: 'rule', is: 'equals', value: 'heavy' } },
        limits: { ...noLimits(), campaign: 'frost' },
      }),
    )
    expect(
      [
        await details('A-1'),
        await details('A-1', { at: '2026-12-05T23:59:00Z' }),
        await details('L-1', { at: '2026-12-02T12:00:00Z' }),
      ].map((l) => l.includes('warm')),
    ).toEqual([false, true, false])
    expect(
      (await proofMoments('A-1', { ...uk, days: 30 }, now)).items.map(
        (m) => `${m.local} ${m.changes.map((c) => `${c.what} ${c.piece}`).join()}`,
      ),
    ).toEqual(['2026-12-01T00:00 comes warm', '2026-12-06T00:00 goes warm'])
    // Changed in one place, it holds for all that name it.
    await put('named-rules', {
      code: 'heavy',
      name: 'Heavy',
      rule: { field: 'attribute:weight', is: 'above', value: '500 g' },
    })
    expect(await details('L-1', { at: '2026-12-02T12:00:00Z' })).toContain('warm')
  })
  it('are not deleted while something names them, and name nothing that would name itself', async () => {
    expect((await problemOf(deleteRecord(maren, 'campaigns', 'frost', '*', now))).errors![0]!.message).toContain(
      '“warm”',
    )
    expect((await problemOf(deleteRecord(maren, 'named-rules', 'heavy', '*', now))).errors![0]!.message).toContain(
      '“warm”',
    )
    await put('named-rules', { code: 'other', name: 'Other', rule: { field: 'rule', is: 'equals', value: 'heavy' } })
    expect(
      (
        await problemOf(
          put('named-rules', {
            code: 'heavy',
            name: 'Heavy',
            rule: { any: [{ field: 'rule', is: 'equals', value: 'other' }] },
          }),
        )
      )
        .errors!.map((e) => e.message)
        .join(' '),
    ).toContain('would name itself')
    expect(
      (await problemOf(put('assignments', assign('x', { limits: { ...noLimits(), campaign: 'storm' } })))).errors,
    ).toEqual([{ path: 'limits.campaign', message: 'There is no campaign “storm”.' }])
  })
  it('are named by rules, which they then change at their moments', async () => {
    await put('campaigns', {
      code: 'lanterns',
      name: 'Lanterns',
      storefronts: ['uk'],
      from: '2026-12-10T18:00',
      to: '2026-12-11T06:00',
    })
    await put('pieces', piece('lit'))
    await put(
      'assignments',
      assign('lit', {
        pieces: ['lit'],
        reach: {
          ...everything,
          base: 'rule',
          rule: {
            all: [
              { field: 'campaign', is: 'equals', value: 'lanterns' },
              { field: 'type', is: 'equals', value: 'bag' },
            ],
          },
        },
      }),
    )
    expect(
      [
        await details('A-1'),
        await details('A-1', { at: '2026-12-10T20:00:00Z' }),
        await details('L-1', { at: '2026-12-10T20:00:00Z' }),
      ].map((l) => l.includes('lit')),
    ).toEqual([false, true, false])
    expect(
      (await proofMoments('A-1', { ...uk, days: 30 }, now)).items.flatMap((m) =>
        m.changes.filter((c) => c.piece === 'lit').map((c) => `${m.local} ${c.what}`),
      ),
    ).toEqual(['2026-12-10T18:00 comes', '2026-12-11T06:00 goes'])
    expect((await problemOf(deleteRecord(maren, 'campaigns', 'lanterns', '*', now))).errors![0]!.message).toContain(
      'The rules of “lit” name it',
    )
    const { sentence } = await explain({ assignment: 'lit', sku: 'A-1' }, now)
    expect(sentence).toBe('While “Lanterns” runs, bag')
  })
  it('may be changed by whoever edits content, languages and currency only by an administrator', async () => {
    const { record } = await getRecord('storefronts', 'uk')
    const shop = JSON.parse(JSON.stringify(record)) as Storefront
    shop.layout.areas.push({ area: 'banner', name: 'Banner', as: 'plain', limit: 1, needed: true })
    shop.pages = [
      {
        code: 'terms',
        name: 'Terms',
        titles: {},
        bodies: { 'en-GB': '<p onclick="x()">Ring <data value="storefront:phone"></data></p>' },
      },
    ]
    expect((await put('storefronts', shop)).record).toMatchObject({
      pages: [{ bodies: { 'en-GB': '<p>Ring <data value="storefront:phone"></data></p>' } }],
    })
    expect((await problemOf(put('storefronts', { ...shop, currency: 'EUR' }))).status).toBe(403)
    expect((await problemOf(put('storefronts', shop, luc))).status).toBe(403)
    expect(
      (
        await problemOf(
          put('storefronts', {
            ...shop,
            pages: [{ ...shop.pages[0]!, bodies: { 'en-GB': '<p><data value="page:terms"></data></p>' } }],
          }),
        )
      ).errors![0]!.path,
    ).toBe('pages[0].bodies.en-GB')
    await put('assignments', assign('in-banner', { pieces: ['b'], area: 'banner' }))
    expect(
      (
        await problemOf(
          put('storefronts', {
            ...shop,
            layout: { ...shop.layout, areas: shop.layout.areas.filter((a) => a.area !== 'banner') },
          }),
        )
      ).errors![0]!.message,
    ).toContain('“in-banner”')
  })
  it('are counted: what stands where, with gaps and what is too full', async () => {
    const { rows, pages, editions } = await findCoverage({ storefronts: ['uk'] }, now)
    expect([editions.length, pages]).toEqual([1, 4])
    const bag = rows.find((r) => r.type === 'bag')!
    expect(bag.cells['uk/en-GB banner']).toMatchObject({ parts: [0, 2, 0, 0, 0], gaps: 0, surplus: 0 })
    expect(bag.cells['uk/en-GB summary']!.parts).toEqual([2, 0, 0, 0, 0])
  })
})

describe('the library in order', () => {
  it('finds and replaces in one step, leaves markup and values alone, and puts it back', async () => {
    await put(
      'pieces',
      piece('sale', {
        texts: [
          {
            storefront: null,
            language: 'en-GB',
            title: 'Strong canvas',
            body:
              '<p><strong>Canvas</strong> is strong, canvassing is not. <data ' +
              'value="attribute:material"></data></p>',
          },
        ],
      }),
    )
    const look = {
      find: 'canvas',
      by: 'sailcloth',
      matchCase: false,
      wholeWords: true,
      languages: [],
      pieces: ['sale'],
    }
    expect(await replaceInLibrary(maren, { ...look, do: 'preview' }, now)).toMatchObject({
      pieces: 1,
      times: 2,
      step: null,
    })
    const { step } = await replaceInLibrary(maren, { ...look, do: 'apply' }, now)
    const body = async () => ((await getRecord('pieces', 'sale')).record as unknown as PieceRecord).texts[0]!
    expect(await body()).toMatchObject({
      title: 'Strong sailcloth',
      body: '<p><strong>sailcloth</strong> is strong, canvassing is not. <data value="attribute:material"></data></p>',
    })
    await undoStep(step!, 1, now)
    expect((await body()).title).toBe('Strong canvas')
    expect(
      (await replaceInLibrary(maren, { ...look, find: 'strong', wholeWords: false, do: 'preview' }, now)).times,
    ).toBe(2)
  })
  it('says what a shared text says of single products', async () => {
    const wool = piece('care', {
      texts: [{ storefront: null, language: 'en-GB', title: 'Care', body: '<p>Wash the wool by hand.</p>' }],
    })
    await put('pieces', wool)
    await put('assignments', assign('care-on-all', { pieces: ['care'] }))
    expect(await sharedTextRemarks({ piece: wool }, now)).toEqual({
      products: 4,
      items: [{ language: 'en-GB', word: 'wool', attribute: 'material', option: 'wool', products: 4, not: 2 }],
    })
    expect((await sharedTextRemarks({ piece: { ...wool, takes: 'chart' } }, now)).items).toEqual([])
  })
  it('finds what nothing brings, and questions that mean the same', async () => {
    await put('pieces', question('q-again', 'For how long can I send it back?', '<p>Sixty days.</p>'))
    await put('pieces', question('q-other', 'Which oil for the chain?', '<p>A dry one.</p>'))
    const tidy = await tidyLibrary()
    expect(tidy.questions.map((g) => g.pieces.map((p) => p.code).sort())).toEqual([['q-again', 'q-return']])
    expect(tidy.unused.map((p) => p.code)).toEqual(expect.arrayContaining(['q-again', 'sale']))
    expect(tidy.unused.map((p) => p.code)).not.toContain('q-fit')
  })
})

describe('files of content', () => {
  it('go out and come back without a change, and are taken as a whole or not at all', async () => {
    const out = JSON.parse(JSON.stringify(await exportContent())) as Awaited<ReturnType<typeof exportContent>>
    expect(await importContent(maren, out, 'apply', now)).toMatchObject({ created: 0, updated: 0, rejected: [] })
    const more = {
      format: 'inkloom-content',
      version: 1,
      pieces: [piece('from-file'), { ...piece('bad'), needed: ['attribute:nothing'] }],
      assignments: [assign('of-file', { pieces: ['from-file'] })],
    }
    expect(await importContent(maren, more, 'apply', now)).toMatchObject({
      created: 2,
      rejected: [{ kind: 'pieces', code: 'bad', path: 'needed[0]' }],
      step: null,
    })
    expect((await problemOf(getRecord('pieces', 'from-file'))).status).toBe(404)
    const good = { ...more, pieces: [piece('from-file')] }
    expect(await importContent(maren, good, 'check', now)).toMatchObject({ created: 2, rejected: [], step: null })
    expect((await problemOf(getRecord('pieces', 'from-file'))).status).toBe(404)
    expect(await importContent(maren, good, 'apply', now)).toMatchObject({ created: 2 })
    expect(await details('A-1')).toContain('from-file')
    expect((await problemOf(importContent(maren, { pieces: [] }, 'check', now))).errors![0]!.path).toBe('format')
  })
  it('of questions are CSV, a line for each text, and others stay', async () => {
    const csv = await exportQuestions()
    expect(csv.split('\r\n')[0]).toBe('code,language,storefront,question,answer,name,tags')
    expect(await importQuestions(maren, csv, 'apply', now)).toMatchObject({ created: 0, updated: 0, rejected: [] })
    expect(
      await importQuestions(
        maren,
        csvLines(
          'code,language,question,answer',
          'q-fit,fr-CH,Qui m’aide?,"L’atelier.\n\nAu téléphone."',
          `q-new,en-GB,'=Why?,Because 2 < 3.`,
        ),
        'apply',
        now,
      ),
    ).toMatchObject({ created: 1, updated: 1, rejected: [] })
    const texts = async (code: string) =>
      ((await getRecord('pieces', code)).record as unknown as PieceRecord).texts.map((t) => [
        t.language,
        t.title,
        t.body,
      ])
    expect(await texts('q-fit')).toEqual([
      ['en-GB', 'Who helps me to fit it?', '<p>Our workshop does, by telephone.</p>'],
      ['fr-CH', 'Qui m’aide?', '<p>L’atelier.</p><p>Au téléphone.</p>'],
    ])
    expect(await texts('q-new')).toEqual([['en-GB', '=Why?', '<p>Because 2 &lt; 3.</p>']])
    expect(
      (await problemOf(importQuestions(maren, 'code,question\nx,y\n', 'check', now))).errors!.map((e) => e.path),
    ).toEqual(['language', 'answer'])
    expect(
      (await problemOf(importQuestions(maren, 'code,language,question,answer\na,en-GB,x,y\n', 'check', now)))
        .errors![0]!.message,
    ).toContain('is a tab')
  })
})

describe('blocks with named fields', () => {
  it('write their text from what is filled, and keep their fields as long as they are filled', async () => {
    const steps = {
      code: 'steps',
      name: 'Steps',
      many: true,
      fields: [
        { code: 'step', type: 'line', labels: {} },
        { code: 'how', type: 'text', labels: {} },
        { code: 'more', type: 'link', labels: {} },
      ],
    }
    await put('block-kinds', steps)
    const block = (entries: Record<string, string>[]) =>
      piece('in-steps', {
        kind: 'block',
        blockKind: 'steps',
        texts: [{ storefront: null, language: 'en-GB', title: 'Steps', body: '', entries }],
      })
    await put(
      'pieces',
      block([
        { step: 'Wipe & go', how: '<p>With a <b>rag</b>.</p>', more: 'https://tarnwheel.example/care All of it' },
        { step: 'Wait' },
      ]),
    )
    expect(((await getRecord('pieces', 'in-steps')).record as unknown as PieceRecord).texts[0]!.body).toBe(
      '<h3>Wipe &amp; go</h3><p>With a <strong>rag</strong>.</p><p><a ' +
        'href="https://tarnwheel.example/care">All of it</a></p><h3>Wait</h3>',
    )
    const wrong = async (work: Promise<unknown>) => (await problemOf(work)).errors!.map((e) => e.path)
    expect(await wrong(put('pieces', block([{ nothing: 'x', more: 'javascript:alert(1)' }])))).toEqual([
      'texts[0].entries[0].nothing',
      'texts[0].entries[0].more',
    ])
    expect(await wrong(put('block-kinds', { ...steps, fields: steps.fields.slice(1) }))).toEqual(['fields'])
    expect((await problemOf(deleteRecord(maren, 'block-kinds', 'steps', '*', now))).status).toBe(409)
  })
})
