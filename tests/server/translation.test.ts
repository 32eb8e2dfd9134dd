import { sql } from 'drizzle-orm'
import { beforeAll, describe, expect, it } from 'vitest'
import type { Category, Storefront } from '@core/catalogue/model'
import type { SegmentChange } from '@core/translation/unit-segments'
import { ada, luc, maren, now, ownDatabase, problemOf } from './database'

const { file } = ownDatabase()
const { importProducts } = await import('@server/services/imports/import-products')
const { database } = await import('@server/db/connect')
const { getRecord, putRecord } = await import('@server/services/records/records')
const { getProduct, patchProduct } = await import('@server/services/products/products')
const { listUnits, saveUnits } = await import('@server/services/translation/desk')
const { listWork, progress, recordsOfWork, shareWork } = await import('@server/services/translation/work')
const { loadSetup } = await import('@server/db/queries/setup')
const memory = await import('@server/services/translation/memory')
const pairs = await import('@server/db/queries/memory-pairs')
const { importMemory, exportMemory } = await import('@server/services/translation/memory-files')
const { pretranslate } = await import('@server/services/translation/machine')
const { exportTranslations } = await import('@server/services/translation/exchange-out')
const { importTranslations } = await import('@server/services/translation/exchange-in')
const { checkAll } = await import('@server/services/translation/check-all')
const { weighWork } = await import('@server/services/translation/effort')
const { listCarriedOver } = await import('@server/services/translation/carried-over')
const { addComment, settleComment } = await import('@server/services/translation/comments')
const { exportTerms, importTerms } = await import('@server/services/translation/glossary')
const { undoStep, queueUndo } = await import('@server/services/work/undo-step')
const { proof } = await import('@server/services/proof/proof')

const fr = { storefront: 'ch', language: 'fr-CH' }
const v = (code: string) => `<data value="attribute:${code}"></data>`
const description = `<p>It is <strong>dry</strong> inside. It holds ${v('volume')} and weighs 2 kg.</p>`
beforeAll(async () => {
  const rows = [
    'sku,type,category,name,summary,description,key-points,volume',
    `P-1,bag,Bags > Panniers,Regn 30,Keeps 30 L dry.,"${description.replaceAll('"', '""')}",Dry|Light,30 l`,
    'P-2,bag,Bags > Panniers > Roll-top,Regn 22,Keeps 22 L dry.,,Dry|Strong,22 l',
    'P-3,bag,Bags,Market,,,,',
  ]
  await importProducts(file(rows.join('\n')), { mode: 'apply', take: 'all', title: 'Import', personId: 1, now })
})

const desk = (record: string, edition = fr) => listUnits({ ...edition, record })
const unit = async (record: string, name: string) => (await desk(record)).units.find((u) => u.unit === name)!
const write = async (
  record: string,
  name: string,
  targets: (string | null)[],
  more: Partial<SegmentChange> = {},
  who = luc,
) => {
  const { segments } = await unit(record, name)
  return saveUnits(
    who,
    {
      ...fr,
      record,
      units: [
        {
          unit: name,
          segments: targets.flatMap((target, index) =>
            target === null
              ? []
              : [
                  {
                    index,
                    source: segments[index]!.text,
                    base: segments[index]!.target,
                    target,
                    state: 'translated' as const,
                    ...more,
                  },
                ],
          ),
        },
      ],
    },
    now,
  )
}
const categoryOf = async (code: string) => (await getRecord('categories', code)).record as unknown as Category
const shopOf = async (code: string) => (await getRecord('storefronts', code)).record as unknown as Storefront
const text = async (chunks: AsyncIterable<string | Buffer>) => {
  let out = ''
  for await (const c of chunks) out += String(c)
  return out
}
const valueOf = async (sku: string, attribute: string, language = 'fr-CH') =>
  (await getProduct(sku)).document.values.find((x) => x.attribute === attribute && x.language === language)?.value

describe('segments of a product', () => {
  it('are kept one by one, and make the text when all are written', async () => {
    expect((await unit('product:P-1', 'attribute:description')).segments.map((s) => s.text)).toEqual([
      'It is <1>dry</1> inside.',
      'It holds <1/> and weighs 2 kg.',
    ])
    await write('product:P-1', 'attribute:description', ['Il fait <1>sec</1> dedans.'])
    expect(await valueOf('P-1', 'description')).toBeUndefined()
    expect((await unit('product:P-1', 'attribute:description')).segments.map((s) => s.target)).toEqual([
      'Il fait <1>sec</1> dedans.',
      null,
    ])
    await write('product:P-1', 'attribute:description', [null, 'Elle contient <1/> et pèse 2 kg.'], {
      state: 'reviewed',
    })
    expect(await valueOf('P-1', 'description')).toBe(
      `<p>Il fait <strong>sec</strong> dedans. Elle contient ${v('volume')} et pèse 2 kg.</p>`,
    )
    // The unit is as far as its least segment.
    expect(await unit('product:P-1', 'attribute:description')).toMatchObject({
      state: 'translated',
      segments: [{ state: 'translated' }, { state: 'reviewed' }],
    })
  })
  it('are not written over one that somebody else changed meanwhile, or whose source is another', async () => {
    const change = {
      index: 0,
      source: 'It is <1>dry</1> inside.',
      base: 'other',
      target: 'x',
      state: 'translated' as const,
    }
    expect(
      await problemOf(
        saveUnits(
          luc,
          { ...fr, record: 'product:P-1', units: [{ unit: 'attribute:description', segments: [change] }] },
          now,
        ),
      ),
    ).toMatchObject({ status: 412, errors: [{ path: 'attribute:description#0' }] })
    expect(
      await problemOf(
        saveUnits(
          luc,
          {
            ...fr,
            record: 'product:P-1',
            units: [{ unit: 'attribute:description', segments: [{ ...change, source: 'Other.' }] }],
          },
          now,
        ),
      ),
    ).toMatchObject({ status: 412 })
    expect(
      (await problemOf(saveUnits(luc, { ...fr, language: 'de-CH', record: 'product:P-1', units: [] }, now))).status,
    ).toBe(403)
    expect((await problemOf(desk('boat:P-1'))).status).toBe(404)
  })
  it('go stale one by one with their source, and show what they were made from', async () => {
    await patchProduct(
      maren,
      'P-1',
      '*',
      { values: [{ attribute: 'description', language: 'en-GB', value: description.replace('2 kg', '3 kg') }] },
      now,
    )
    const stale = await unit('product:P-1', 'attribute:description')
    expect([stale.stale, ...stale.segments.map((s) => s.was)]).toEqual([true, null, 'It holds <1/> and weighs 2 kg.'])
    await write('product:P-1', 'attribute:description', [null, 'Elle contient <1/> et pèse 3 kg.'])
    expect((await unit('product:P-1', 'attribute:description')).stale).toBe(false)
  })
  it('are joined and split', async () => {
    const joined = await saveUnits(
      luc,
      { ...fr, record: 'product:P-1', units: [{ unit: 'attribute:description', join: 0 }] },
      now,
    )
    expect(joined.units.find((u) => u.unit === 'attribute:description')!.segments.map((s) => s.target)).toEqual([
      'Il fait <1>sec</1> dedans. Elle contient <2/> et pèse 3 kg.',
    ])
    const split = await saveUnits(
      luc,
      { ...fr, record: 'product:P-1', units: [{ unit: 'attribute:description', split: { index: 0, at: 17 } }] },
      now,
    )
    expect(split.units.find((u) => u.unit === 'attribute:description')!.segments.map((s) => s.text)).toEqual([
      'It is <1>dry</1> inside.',
      'It holds <1/> and weighs 3 kg.',
    ])
    expect(
      (
        await problemOf(
          saveUnits(luc, { ...fr, record: 'product:P-1', units: [{ unit: 'attribute:name', join: 0 }] }, now),
        )
      ).status,
    ).toBe(422)
    await write(
      'product:P-1',
      'attribute:description',
      ['Il fait <1>sec</1> dedans.', 'Elle contient <1/> et pèse 3 kg.'],
      { state: 'reviewed' },
    )
  })
  it('keep a reason for which a finding does not matter, and what was said of them', async () => {
    await write('product:P-1', 'attribute:key-points', ['Sec', 'Léger'])
    await write('product:P-1', 'attribute:key-points', ['Sec'], { overruled: { 'two-ways': 'Shorter here' } })
    expect((await unit('product:P-1', 'attribute:key-points')).segments[0]!.overruled).toEqual({
      'two-ways': 'Shorter here',
    })
    const [said] = await addComment(
      luc,
      { record: 'product:P-1', unit: 'attribute:key-points', language: 'fr-CH', segment: 'Dry', words: 'Or “au sec”?' },
      now,
    )
    expect((await desk('product:P-1')).comments).toMatchObject([
      { person: 'Luc', words: 'Or “au sec”?', settled: false },
    ])
    expect(await settleComment(maren, said!.id, true, now)).toMatchObject([{ settled: true }])
  })
})

describe('the memory', () => {
  const match = (text: string) =>
    memory.findMatches(database(), [{ text, placeholders: [] }], { from: 'en-GB', to: 'fr-CH' })
  it('has what was reviewed, in its context, and swaps numbers in', async () => {
    const [first] = await memory.findMatches(
      database(),
      [
        {
          text: 'It holds <1/> and weighs 3 kg.',
          placeholders: [{ n: 1, tag: 'data', attributes: { value: 'attribute:volume' }, alone: true }],
          before: 'It is <1>dry</1> inside.',
          after: '',
        },
      ],
      { from: 'en-GB', to: 'fr-CH' },
    )
    expect(first![0]).toMatchObject({
      score: 101,
      target: { text: 'Elle contient <1/> et pèse 3 kg.' },
      variant: null,
      person: 'Luc',
    })
    await write('product:P-1', 'attribute:summary', ['Garde 30 L au sec.'], { state: 'final' })
    const [swapped] = await memory.findMatches(database(), [{ text: 'Keeps 22 L dry.', placeholders: [] }], {
      from: 'en-GB',
      to: 'fr-BE',
    })
    expect(swapped![0]).toMatchObject({
      score: 99,
      swapped: true,
      target: { text: 'Garde 22 L au sec.' },
      variant: 'fr-CH',
    })
  })
  it('is looked through, corrected and forgotten', async () => {
    const { items } = await pairs.listPairs({ q: 'Keeps 30', twice: false, limit: 10, offset: 0 })
    expect(items).toMatchObject([{ source: 'Keeps 30 L dry.', target: 'Garde 30 L au sec.', origin: 'desk' }])
    expect(await pairs.correctPair(database(), items[0]!.id, 'Garde 30 L bien au sec.', 2)).toBe(true)
    const [found] = await match('Keeps 30 L dry.')
    expect(found![0]!.target.text).toBe('Garde 30 L bien au sec.')
    expect(await pairs.deletePairs(database(), [items[0]!.id])).toBe(1)
    expect(await match('Keeps 30 L dry.')).toEqual([[]])
  })
  it('goes out as TMX and comes in again; what is broken is refused', async () => {
    const tmx = await text(exportMemory({}, now, '1').chunks)
    const all = await pairs.listPairs({ twice: false, limit: 100, offset: 0 })
    expect(await importMemory(file(tmx, 'a.tmx'), maren, now)).toMatchObject({
      read: all.count,
      added: 0,
      replaced: all.count,
    })
    const other =
      '<tmx version="1.4"><header srclang="en-GB"/><body><tu><tuv xml:lang="en-GB"><seg>Ring ' +
      'twice</seg></tuv><tuv xml:lang="fr-CH"><seg>Sonnez deux fois</seg></tuv></tu><tu><tuv ' +
      'xml:lang="en-GB"><seg>x<bpt i="1">&lt;b&gt;</bpt></seg></tuv><tuv ' +
      'xml:lang="fr-CH"><seg>y</seg></tuv></tu></body></tmx>'
    expect(await importMemory(file(other, 'b.tmx'), maren, now)).toMatchObject({
      read: 2,
      added: 1,
      refused: [{ pair: 2 }],
    })
    const [found] = await match('Ring twice')
    expect(found![0]!.score).toBe(101)
    expect((await problemOf(importMemory(file('<html/>', 'c.tmx'), maren, now))).status).toBe(422)
  })
})

describe('texts that records hold by language', () => {
  it('are units: options, categories, parts of the page, phrases in the plural forms of their language', async () => {
    expect((await desk('attribute:season')).units.map((u) => [u.unit, u.source, u.target, u.state])).toEqual([
      ['label', 'season', 'season (fr)', 'final'],
      ['option:summer', 'summer', 'summer-fr', 'final'],
      ['option:winter', 'winter', 'winter-fr', 'final'],
    ])
    expect((await desk('category:roll-top')).units).toMatchObject([{ unit: 'name', source: 'Roll-top', target: null }])
    const phrases = (await desk('storefront:ch')).units.filter((u) => u.unit.startsWith('phrase:few-left'))
    // French has a form for great numbers too (CLDR).
    expect(phrases.map((u) => [u.unit, u.source])).toEqual([
      ['phrase:few-left:one', 'Only one left'],
      ['phrase:few-left:many', 'Only {n} left'],
      ['phrase:few-left:other', 'Only {n} left'],
    ])
  })
  it('are written by translators, keep their state, and go stale with their source', async () => {
    await saveUnits(
      luc,
      {
        ...fr,
        record: 'category:roll-top',
        units: [{ unit: 'name', target: 'À enroulement', state: 'reviewed', base: null }],
      },
      now,
    )
    const record = await categoryOf('roll-top')
    expect(record.names['fr-CH']).toBe('À enroulement')
    await putRecord(
      maren,
      'categories',
      'roll-top',
      { ...record, names: { ...record.names, 'en-GB': 'Roll-top bags' } },
      { any: true },
      now,
    )
    expect((await desk('category:roll-top')).units).toMatchObject([
      { state: 'reviewed', stale: true, madeFrom: 'Roll-top' },
    ])
    await putRecord(maren, 'categories', 'roll-top', record, { any: true }, now)
    expect((await desk('category:roll-top')).units).toMatchObject([{ state: 'reviewed', stale: false }])
    // Of what nobody kept a state, it is known from the first change on.
    const wear = (await getRecord('attributes', 'season')).record as unknown as {
      options: { code: string; labels: Record<string, string> }[]
    }
    await putRecord(
      ada,
      'attributes',
      'season',
      {
        ...wear,
        options: wear.options.map((o) =>
          o.code === 'winter' ? { ...o, labels: { ...o.labels, 'en-GB': 'cold season' } } : o,
        ),
      },
      { any: true },
      now,
    )
    expect((await desk('attribute:season')).units.map((u) => u.stale)).toEqual([false, false, true])
  })
  it('are those of menus where no category lends its name; a menu names what there is', async () => {
    const record = await shopOf('ch')
    const entry = (code: string, more = {}) => ({ code, names: {}, to: null, children: [], ...more })
    await putRecord(
      ada,
      'storefronts',
      'ch',
      {
        ...record,
        menu: [
          entry('bags', { to: { category: 'bags' } }),
          entry('help', { names: { 'en-GB': 'Help' }, children: [entry('near', { names: { 'en-GB': 'Near you' } })] }),
        ],
      },
      { any: true },
      now,
    )
    expect(
      (await desk('storefront:ch')).units.filter((u) => u.unit.startsWith('menu')).map((u) => [u.unit, u.label]),
    ).toEqual([
      ['menu:help', 'Menu'],
      ['menu:near', 'Menu, under Help'],
    ])
    await saveUnits(
      luc,
      {
        ...fr,
        record: 'storefront:ch',
        units: [
          { unit: 'menu:near', target: 'Près de chez vous', base: null },
          { unit: 'phrase:sold-out', target: 'Épuisé', base: null },
        ],
      },
      now,
    )
    const after = await shopOf('ch')
    expect([after.menu[1]!.children[0]!.names['fr-CH'], after.phrases['sold-out']]).toEqual([
      'Près de chez vous',
      { 'fr-CH': { other: 'Épuisé' } },
    ])
    const problem = await problemOf(
      putRecord(
        ada,
        'storefronts',
        'ch',
        {
          ...after,
          menu: [entry('x', { to: { category: 'boats' } }), entry('x')],
          phrases: { 'sold-out': { 'fr-CH': { few: 'x' } }, odd: {} },
        },
        { any: true },
        now,
      ),
    )
    expect(problem.errors!.map((e) => e.path)).toEqual([
      'menu.x',
      'menu.x',
      'menu.x',
      'phrases.sold-out.fr-CH.few',
      'phrases.odd',
    ])
  })
  it('of menus lead to the web or into this site, and nowhere that only looks like it', async () => {
    const record = await shopOf('ch')
    const leadsTo = (address: string) =>
      putRecord(
        ada,
        'storefronts',
        'ch',
        { ...record, menu: [{ code: 'x', names: { 'en-GB': 'X' }, to: { address }, children: [] }] },
        { any: true },
        now,
      )
    for (const address of [
      '//evil.example',
      '/\\evil.example',
      'https:evil.example',
      'javascript:alert(1)',
      'http://plain.example',
    ]) {
      expect((await problemOf(leadsTo(address))).errors, address).toEqual([expect.objectContaining({ path: 'menu.x' })])
    }
    for (const address of ['/sale', 'https://tarnwheel.example/club'])
      expect((await leadsTo(address)).changed).toBe(true)
  })
  it('are fields of blocks, and what is written in them stays when the block is saved again', async () => {
    await putRecord(
      maren,
      'block-kinds',
      'step',
      {
        code: 'step',
        name: 'Steps',
        many: true,
        fields: [
          { code: 'title', type: 'line', labels: {} },
          { code: 'words', type: 'text', labels: {} },
          { code: 'picture', type: 'picture', labels: {} },
        ],
      },
      { any: true },
      now,
    )
    const block = {
      code: 'steps',
      kind: 'block',
      name: 'Steps',
      blockKind: 'step',
      texts: [
        {
          language: 'en-GB',
          title: 'Steps',
          entries: [{ title: 'First', words: '<p>Wash it.</p>', picture: 'a.jpg' }],
        },
      ],
    }
    await putRecord(maren, 'pieces', 'steps', block, { any: true }, now)
    expect((await desk('piece:steps')).units.map((u) => u.unit)).toEqual(['title', 'entry:0:title', 'entry:0:words'])
    await saveUnits(
      luc,
      {
        ...fr,
        record: 'piece:steps',
        units: [
          { unit: 'entry:0:title', target: 'D’abord', base: null },
          { unit: 'entry:0:words', target: '<p>Lavez-la.</p>', base: null },
        ],
      },
      now,
    )
    const { record } = await getRecord('pieces', 'steps')
    await putRecord(maren, 'pieces', 'steps', { ...record, note: 'Saved again' }, { any: true }, now)
    expect((await desk('piece:steps')).units.map((u) => u.target)).toEqual([null, 'D’abord', '<p>Lavez-la.</p>'])
    expect(
      ((await getRecord('pieces', 'steps')).record as unknown as { texts: { body: string }[] }).texts[1]!.body,
    ).toContain('<h3>D’abord</h3><p>Lavez-la.</p>')
  })
})

describe('the list of work', () => {
  it('finds by kind, state, category, person, due day and page', async () => {
    const found = async (asked: object) =>
      (await listWork({ ...fr, show: 'all', limit: 50, offset: 0, ...asked }, now)).items.map((i) => i.record)
    expect(await found({ kinds: ['category'], show: 'missing' })).toEqual(['category:wear'])
    expect(await found({ show: 'stale' })).toEqual(['attribute:season'])
    expect(await found({ category: 'roll-top' })).toEqual(['product:P-2'])
    expect(await found({ kinds: ['product'], filter: { field: 'sku', is: 'equals', value: 'P-3' } })).toEqual([
      'product:P-3',
    ])
    await shareWork(maren, {
      language: 'fr-CH',
      records: ['product:P-2', 'category:wear'],
      person: 2,
      due: '2026-12-01',
    })
    expect(await found({ person: 2 })).toEqual(['category:wear', 'product:P-2'])
    expect(await found({ due: '2026-11-30' })).toEqual([])
    expect(await found({ page: 'P-1' })).toEqual(
      expect.arrayContaining(['product:P-1', 'category:panniers', 'attribute:volume', 'storefront:ch']),
    )
    const setup = await loadSetup(database())
    expect(
      await recordsOfWork(database(), setup, { ...fr, show: 'all', kinds: ['product', 'category'], person: 2 }, now),
    ).toEqual(['category:wear', 'product:P-2'])
  })
  it('goes on after a record, in the order of the list', async () => {
    const all = await recordsOfWork(database(), await loadSetup(database()), { ...fr, show: 'all' }, now)
    for (const after of [all[0]!, all.find((r) => r.startsWith('category:'))!, 'product:P-1']) {
      const { items, count } = await listWork({ ...fr, show: 'all', after, limit: 200, offset: 0 }, now)
      expect(items.map((i) => i.record)).toEqual(all.slice(all.indexOf(after) + 1))
      expect(count).toBe(items.length)
    }
    expect((await listWork({ ...fr, show: 'all', after: all.at(-1)!, limit: 200, offset: 0 }, now)).items).toEqual([])
  })
  it('counts a borrowed text as there', async () => {
    const record = await shopOf('ch')
    await putRecord(
      ada,
      'storefronts',
      'ch',
      { ...record, editions: [...record.editions, { language: 'fr-BE', borrow: ['fr-CH'], asks: 'translated' }] },
      { any: true },
      now,
    )
    const be = { storefront: 'ch', language: 'fr-BE' }
    const counts = (await listWork({ ...be, kinds: ['product'], show: 'all', limit: 9, offset: 0 }, now)).items[0]!
    expect(counts).toMatchObject({ record: 'product:P-1', missing: 1 })
    expect(
      (await listUnits({ ...be, record: 'product:P-1' })).units.find((u) => u.unit === 'attribute:summary'),
    ).toMatchObject({ target: null, borrowed: { language: 'fr-CH', value: 'Garde 30 L au sec.' } })
    const of = (await progress(now)).items.find((i) => i.language === 'fr-BE')!
    expect(of.states.borrowed).toBeGreaterThan(3)
  })
  it('says of each product what was carried over and what did not', async () => {
    const { items } = await listCarriedOver({ ...fr, limit: 10, offset: 0 }, now)
    expect(items.find((i) => i.sku === 'P-2')).toMatchObject({
      came: { texts: [0, 3], categories: [1, 1], measures: 1 },
      left: [{ what: 'text', unit: 'attribute:name' }, { what: 'text' }, { what: 'text' }],
    })
  })
  it('weighs words by how much of them is known', async () => {
    const report = await weighWork({ target: fr, show: 'all', records: ['product:P-2'] }, now)
    expect(report).toMatchObject({ records: 1, units: 3, segments: 4, words: 8 })
    expect(Object.values(report.bands).reduce((n, b) => n + b.segments, 0)).toBe(4)
  })
})

describe('the glossary', () => {
  it('is a file that goes out and in, whole or not at all', async () => {
    const csv = 'code,part-of-speech,note,en-GB,fr,fr:forbidden\nlight,adjective,,light,léger,lourd\n'
    expect(await importTerms(maren, csv, 'check', now)).toMatchObject({ created: 1, applied: false })
    expect(await importTerms(maren, `${csv}bad,,,,x,\n`, 'apply', now)).toMatchObject({
      applied: false,
      rejected: [{ row: 3 }],
    })
    expect(await importTerms(maren, csv, 'apply', now)).toMatchObject({ created: 1, applied: true })
    expect(await importTerms(maren, await exportTerms(), 'apply', now)).toMatchObject({ created: 0, unchanged: 1 })
    expect((await desk('product:P-1')).terms.map((x) => x.code)).toEqual(['light'])
  })
})

describe('pre-translation', () => {
  it(
    'fills what is open from the memory and by machine, as translated and unread, in one step that is ' +
      'put back as one',
    async () => {
      const report = await pretranslate(
        { target: fr, show: 'missing', memoryFrom: 85, machine: true, kinds: ['product', 'category'] },
        2,
        now,
      )
      expect(report).toMatchObject({ left: 0 })
      expect(report.fromMemory + report.byMachine).toBe(report.segments)
      const filled = await unit('product:P-2', 'attribute:key-points')
      expect(filled).toMatchObject({ state: 'translated', unread: true })
      const counted = await listWork({ ...fr, show: 'unread', limit: 99, offset: 0 }, now)
      expect(counted.items.find((w) => w.record === 'product:P-2')).toMatchObject({ unread: expect.any(Number) })
      expect(counted.items.find((w) => w.record === 'category:wear')).toMatchObject({ unread: 1, missing: 0 })
      const edition = (await progress(now)).items.find((i) => i.language === fr.language)!
      expect(edition.states.unread).toBeGreaterThanOrEqual(counted.total.unread)
      expect((await proof('P-2', fr, now)).unread.map((u) => u.record)).toContain('product:P-2')
      expect(filled.segments.map((s) => s.origin)).toEqual(expect.arrayContaining(['machine']))
      // What somebody wrote is as it was.
      expect((await unit('product:P-1', 'attribute:summary')).state).toBe('final')
      expect((await categoryOf('wear')).names['fr-CH']).toBeDefined()
      // Whoever did it may undo it, as long as the languages are theirs; others need to be allowed to change products.
      expect(await queueUndo(luc, report.step!)).toEqual(expect.any(String))
      expect((await problemOf(queueUndo({ ...luc, id: 9 }, report.step!))).status).toBe(403)
      expect((await problemOf(queueUndo({ ...luc, languages: ['it-CH'] }, report.step!))).status).toBe(403)
      await undoStep(report.step!, 1, now)
      expect((await unit('product:P-2', 'attribute:key-points')).target).toBeNull()
      expect((await categoryOf('wear')).names['fr-CH']).toBeUndefined()
    },
  )
  it('keeps what the machine wrote beside what somebody made of it', async () => {
    await pretranslate({ target: fr, show: 'all', records: ['product:P-2'], memoryFrom: null, machine: true }, 2, now)
    const before = (await unit('product:P-2', 'attribute:key-points')).segments[1]!.target
    await write('product:P-2', 'attribute:key-points', [null, 'Solide et beau'])
    expect((await unit('product:P-2', 'attribute:key-points')).segments[1]).toMatchObject({
      machine: before,
      origin: 'person',
      unread: false,
    })
  })
  it('is confirmed by a person who finds it right, and unread again after that is undone', async () => {
    const name = async () =>
      (await getProduct('P-2')).document.values.find((x) => x.attribute === 'name' && x.language === fr.language)
    const { segments } = await unit('product:P-2', 'attribute:name')
    expect(await name()).toMatchObject({ state: 'translated', unread: true })
    await write('product:P-2', 'attribute:name', [segments[0]!.target])
    expect(await name()).not.toHaveProperty('unread')
    const { rows } = await database().execute<{ id: number }>(sql`select max(id)::int as id from step`)
    await undoStep(rows[0]!.id, 1, now)
    expect(await name()).toMatchObject({ state: 'translated', unread: true })
  })
})

describe('files for translators', () => {
  const out = async (format: 'xliff-2.1' | 'xliff-1.2' | 'tmx', more = {}) =>
    text((await exportTranslations({ target: fr, show: 'all', format, ...more }, now, '1')).chunks)
  const back = (xml: string) => importTranslations(file(xml, 'x.xlf'), luc, 'Imported translations', now)
  it.each(['xliff-2.1', 'xliff-1.2'] as const)(
    '%s: what goes out and comes back unchanged changes nothing',
    async (format) => {
      const xml = await out(format)
      expect(xml).toContain('product:P-1')
      expect(await back(xml)).toMatchObject({ taken: 0, refused: [], step: null })
    },
  )
  it(
    'is taken segment by segment; what is broken is refused with its reason, and the rest stands in one ' + 'step',
    async () => {
      const xml = await out('xliff-2.1', { records: ['product:P-1'] })
      const changed = xml
        .replace('Garde 30 L au sec.', 'Garde 30 L vraiment au sec.')
        .replace(/<target>Il fait <pc[^>]*>sec<\/pc> dedans\.<\/target>/, '<target>Il fait sec dedans.</target>')
        .replace('<source>Light</source>', '<source>Very light</source>')
        .replace('name="attribute:name"', 'name="attribute:odd"')
      const report = await back(changed)
      expect(report).toMatchObject({ taken: 1, refusedCount: 3, language: 'fr-CH' })
      expect(report.refused.map((r) => r.reason)).toEqual([
        expect.stringContaining('no such text'),
        expect.stringContaining('“bold” is missing'),
        expect.stringContaining('source has changed'),
      ])
      expect(await valueOf('P-1', 'summary')).toBe('Garde 30 L vraiment au sec.')
      expect(await valueOf('P-1', 'description')).toContain('<strong>sec</strong>')
      await undoStep(report.step!, 1, now)
      expect(await valueOf('P-1', 'summary')).toBe('Garde 30 L au sec.')
    },
  )
  it('are refused as a whole where they cannot be read, or are for a language that nobody sells in', async () => {
    expect(await problemOf(back('<html/>'))).toMatchObject({ status: 422, detail: expect.stringContaining('line 1') })
    expect(
      (await problemOf(back((await out('xliff-2.1')).replace('trgLang="fr-CH"', 'trgLang="pl-PL"')))).detail,
    ).toContain('pl-PL')
    expect((await problemOf(back((await out('xliff-2.1')).replace('trgLang="fr-CH"', 'trgLang="fr-BE"')))).status).toBe(
      403,
    )
  })
  it('carry matches of the memory and terms of the glossary', async () => {
    await patchProduct(
      maren,
      'P-1',
      '*',
      { values: [{ attribute: 'summary', language: 'en-GB', value: 'Keeps 31 L dry and light.' }] },
      now,
    )
    const xml = await out('xliff-2.1', { records: ['product:P-1'] })
    expect(xml).toContain('<gls:term>light</gls:term><gls:translation>léger</gls:translation>')
    expect(xml).toContain('<mtc:match ref="#s1"')
    expect(await out('tmx', { records: ['product:P-1'] })).toContain('<seg>Garde 30 L au sec.</seg>')
  })
})

describe('checking everything', () => {
  it('tells each finding with its place, and counts what was overruled', async () => {
    const report = await checkAll({ target: fr, show: 'all', kinds: ['product'] }, now)
    expect(report.found).toEqual(
      expect.arrayContaining([
        expect.objectContaining({ record: 'product:P-1', unit: 'attribute:summary', code: 'numbers' }),
      ]),
    )
    expect(report.foundCount).toBe(report.counts.reduce((n, c) => n + c.n, 0))
  })
})

it('a page shows what is written at the desk', async () => {
  const page = await proof('P-1', { ...fr }, now)
  expect(JSON.stringify(page.areas)).toContain('Elle contient')
})

it('nothing is called read while a blocker stands in it, unless a reason is given', async () => {
  const written = await unit('product:P-2', 'attribute:summary')
  await saveUnits(
    luc,
    { ...fr, record: 'product:P-2', units: [{ unit: 'attribute:summary', target: null, base: written.target }] },
    now,
  )
  const before = await unit('product:P-2', 'attribute:summary')
  const wrong = {
    index: 0,
    source: before.segments[0]!.text,
    base: null,
    target: 'Garde 21 L au sec.',
    state: 'reviewed' as const,
  }
  const save = (more: Partial<SegmentChange>) =>
    saveUnits(
      luc,
      { ...fr, record: 'product:P-2', units: [{ unit: 'attribute:summary', segments: [{ ...wrong, ...more }] }] },
      now,
    )
  expect(await problemOf(save({}))).toMatchObject({
    status: 422,
    errors: [{ path: 'attribute:summary#0', message: expect.stringContaining('22') as string }],
  })
  expect((await unit('product:P-2', 'attribute:summary')).target).toBeNull()
  // As a whole it is refused likewise.
  expect(
    (
      await problemOf(
        saveUnits(
          luc,
          {
            ...fr,
            record: 'product:P-2',
            units: [{ unit: 'attribute:summary', target: wrong.target, state: 'final', base: null }],
          },
          now,
        ),
      )
    ).status,
  ).toBe(422)
  await save({ state: 'translated' })
  await save({ base: wrong.target, overruled: { numbers: 'Measured anew' } })
  expect(await unit('product:P-2', 'attribute:summary')).toMatchObject({ target: wrong.target, state: 'reviewed' })
  await saveUnits(
    luc,
    { ...fr, record: 'product:P-2', units: [{ unit: 'attribute:summary', target: null, base: wrong.target }] },
    now,
  )
  expect((await unit('product:P-2', 'attribute:summary')).target).toBeNull()
})
