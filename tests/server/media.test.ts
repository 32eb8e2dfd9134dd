import { existsSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import path from 'node:path'
import { text } from 'node:stream/consumers'
import sharp from 'sharp'
import { beforeAll, describe, expect, it } from 'vitest'
import type { ImportReport } from '@contracts/imports'
import { itemChecks } from '@core/media/checks'
import { diskStorage } from '@server/storage/disk'
import { outgoingBucket, outgoingFolder, type Outgoing } from '@server/storage/outgoing'
import { askBucket, s3Storage } from '@server/storage/s3'
import type { Storage } from '@server/storage/storage'
import { luc, maren, now, ownDatabase, problemOf } from './database'
import { bucketServer } from './bucket'
import { csvLines } from '../csv'

const { file, folder } = ownDatabase()
const { takeMedia, listMedia, aboutMedia, picturesOf } = await import('@server/services/media/media')
const { getRecord, putRecord, deleteRecord } = await import('@server/services/records/records')
const { undoRecordChange, recordHistory } = await import('@server/services/records/history')
const { previewPictureBatch, runPictureBatch } = await import('@server/services/products/picture-batch')
const { renditionOf } = await import('@server/services/media/rendition')
const { mediaToSend } = await import('@server/services/media/media')
const { importProducts } = await import('@server/services/imports/import-products')
const { undoStep } = await import('@server/services/work/undo-step')
const { getProduct } = await import('@server/services/products/products')
const { proof } = await import('@server/services/proof/proof')
const { reach } = await import('@server/services/reach/reach')
const { dangerInDrawing } = await import('@server/services/media/drawing')

const drawn = (colour: string, ground = '#ffffff', size = 1200) =>
  Buffer.from(
    `<svg xmlns="http://www.w3.org/2000/svg" width="${size}" height="${size}" viewBox="0 0 100 ` +
      `100"><rect width="100" height="100" fill="${ground}"/><rect x="30" y="25" width="40" height="60" ` +
      `rx="4" fill="${colour}"/><circle cx="50" cy="40" r="9" fill="#eee"/></svg>`,
  )
const jpeg = (colour: string, size = 1200) => sharp(drawn(colour)).resize(size).jpeg().toBuffer()
const pdf = csvLines(
  '%PDF-1.4',
  '1 0 obj<</Type/Catalog/Pages 2 0 R>>endobj 2 0 obj<</Type/Pages/Kids[]/Count 0>>endobj',
  'trailer<</Root 1 0 R>>',
  '%%EOF',
)
let sent = 0
const take = (content: Buffer | string, name: string, taken: 'beside' | 'over' = 'beside', at = now) =>
  takeMedia(maren, file(content, `sent-${++sent}`), { name, taken }, at)
const list = async (q: Partial<Parameters<typeof listMedia>[0]> = {}) =>
  (await listMedia({ q: '', order: 'name', offset: 0, limit: 200, ...q }, now)).items.map((i) => i.name)
const describeIt = async (name: string, more: object) =>
  putRecord(maren, 'media', name, { ...(await getRecord('media', name)).record, ...more }, { any: true }, now)

describe('taking a file', () => {
  it('looks at its content: kind, size as it is seen, what its pixels say', async () => {
    const turned = await sharp(drawn('#2f5d4a'))
      .resize(1600, 1200, { fit: 'fill' })
      .withMetadata({ orientation: 6 })
      .jpeg()
      .toBuffer()
    const { one, state, name } = await take(turned, 'My bag, in use.JPG')
    expect([state, name, one.item.view]).toEqual(['made', 'My-bag-in-use.jpg', 'in-use'])
    expect(one.content).toMatchObject({
      mime: 'image/jpeg',
      width: 1200,
      height: 1600,
      vector: false,
      measured: { background: { share: 1 } },
    })
    expect((await take(drawn('#123456'), 'lines.png')).one.content).toMatchObject({
      mime: 'image/svg+xml',
      vector: true,
    })
    expect((await take(pdf, 'guide.pdf')).one.content).toMatchObject({
      mime: 'application/pdf',
      width: null,
      measured: null,
    })
  })
  it('goes by the content and not by the name', async () => {
    const refusals = await Promise.all(
      (
        [
          ['just words', 'a.jpg'],
          ['', 'empty.png'],
          ['%PDF-1.4 and no more', 'b.pdf'],
          [(await jpeg('#333')).subarray(0, 3000), 'half.jpg'],
          ['<html><body>no</body></html>', 'page.svg'],
        ] as const
      ).map(([c, n]) => problemOf(take(c as string, n))),
    )
    expect(refusals.map((r) => [r.status, r.detail.replace(/:.*/, '')])).toEqual([
      [422, '“a.jpg” cannot be used'],
      [422, '“empty.png” cannot be used'],
      [422, '“b.pdf” cannot be used'],
      [422, '“half.jpg” cannot be used'],
      [422, '“page.svg” cannot be used'],
    ])
    expect(refusals[2]!.detail).toContain('incomplete')
    expect(refusals[3]!.detail).toContain('damaged')
  })
  it('refuses more pixels than it would decode, before it decodes', async () => {
    // A PNG's header alone: 40,000 by 40,000.
    const header = await sharp({ create: { width: 1, height: 1, channels: 3, background: '#fff' } })
      .png()
      .toBuffer()
    header.writeUInt32BE(40_000, 16)
    header.writeUInt32BE(40_000, 20)
    expect((await problemOf(take(header, 'bomb.png'))).detail).toMatch(
      /40000 × 40000 pixels; 120 million are allowed|its format is unknown/,
    )
  })
  it.each([
    ['a program', '<svg xmlns="http://www.w3.org/2000/svg"><script>1</script></svg>'],
    ['a program of an event', '<svg xmlns="http://www.w3.org/2000/svg" onload="x()"/>'],
    ['a page within', '<svg xmlns="http://www.w3.org/2000/svg"><foreignObject/></svg>'],
    ['another server', '<svg xmlns="http://www.w3.org/2000/svg"><image href="https://a.example/b.png"/></svg>'],
    ['another server in a style', '<svg xmlns="http://www.w3.org/2000/svg"><style>@import "x"</style></svg>'],
    ['a fill from elsewhere', '<svg xmlns="http://www.w3.org/2000/svg"><rect fill="url(https://a.example/#x)"/></svg>'],
    ['an entity', '<!DOCTYPE svg [<!ENTITY x SYSTEM "file:///etc/passwd">]><svg>&x;</svg>'],
    ['no end', '<svg xmlns="http://www.w3.org/2000/svg"><rect>'],
  ])('refuses drawings with %s', (_what, svg) => {
    expect(dangerInDrawing(svg)).toBeDefined()
  })
  it('takes drawings that point into themselves', () => {
    expect(
      dangerInDrawing(
        '<svg xmlns="http://www.w3.org/2000/svg" ' +
          'xmlns:xlink="http://www.w3.org/1999/xlink"><defs><linearGradient id="g"/></defs><rect ' +
          'fill="url(#g)"/><use xlink:href="#g"/></svg>',
      ),
    ).toBeUndefined()
  })
  it('keeps one content once, gives another one a free name, or puts it in the place of the first', async () => {
    const first = await take(await jpeg('#a00000'), 'red.jpg')
    expect((await take(await jpeg('#a00000'), 'red.jpg')).state).toBe('unchanged')
    expect(await take(await jpeg('#00a000'), 'red.jpg')).toMatchObject({ state: 'made', name: 'red-2.jpg' })
    await describeIt('red.jpg', { labels: { 'en-GB': 'A red bag' }, focus: { x: 0.2, y: 0.2 } })
    const over = await take(await jpeg('#0000a0'), 'red.jpg', 'over')
    expect(over).toMatchObject({
      state: 'replaced',
      name: 'red.jpg',
      one: { item: { labels: { 'en-GB': 'A red bag' }, focus: null } },
    })
    const [change] = (await recordHistory('media', 'red.jpg', { limit: 50 })).items
    const back = await undoRecordChange(maren, 'media', 'red.jpg', change!.id, now)
    expect(back.record).toMatchObject({ digest: first.one.item.digest, focus: { x: 0.2, y: 0.2 } })
  })
  it('is for those who may change products', async () => {
    expect(
      (await problemOf(takeMedia(luc, file(await jpeg('#777'), 'luc'), { name: 'luc.jpg', taken: 'beside' }, now)))
        .status,
    ).toBe(403)
  })
})

describe('the library', () => {
  beforeAll(async () => {
    await take(await jpeg('#caffee'), 'find-me.jpg')
    await take(await jpeg('#caffee', 1100), 'find-me-again.jpg')
    await take(await jpeg('#444', 600), 'small.jpg')
    await take(await sharp(drawn('#080')).resize(1200).blur(9).jpeg().toBuffer(), 'soft.jpg')
    await take(
      await sharp({
        create: {
          width: 1200,
          height: 1200,
          channels: 3,
          background: '#000',
          noise: { type: 'gaussian', mean: 120, sigma: 60 },
        },
      })
        .jpeg()
        .toBuffer(),
      'busy.jpg',
    )
    await describeIt('find-me.jpg', {
      labels: { 'en-GB': 'A lantern', 'fr-CH': 'Une lanterne' },
      origin: 'Studio Tarn',
      rights: { holder: 'Studio', until: '2026-12-01' },
    })
    await describeIt('small.jpg', { rights: { holder: 'Studio', until: '2026-01-01' } })
  })
  it('is searched by name, text and origin', async () => {
    expect(await list({ q: 'LANTERNE' })).toEqual(['find-me.jpg'])
    expect(await list({ q: 'studio tarn' })).toEqual(['find-me.jpg'])
    expect(await list({ q: 'find-me' })).toEqual(['find-me-again.jpg', 'find-me.jpg'])
    expect(await list({ q: '100%' })).toEqual([])
    expect(await list({ kind: 'file' })).toEqual(['guide.pdf'])
  })
  it('is narrowed to a finding as the check itself says, item by item', async () => {
    for (const { storefront, language } of [
      { storefront: 'uk', language: 'en-GB' },
      { storefront: 'ch', language: 'fr-CH' },
    ]) {
      const { items } = await listMedia({ q: '', order: 'name', offset: 0, limit: 200, storefront, language }, now)
      for (const { code } of itemChecks) {
        const found = await list({ finding: code, storefront, language })
        expect([code, found]).toEqual([
          code,
          items.filter((i) => i.findings.some((f) => f.code === code)).map((i) => i.name),
        ])
        if (language === 'en-GB') expect(found.length, code).toBeGreaterThan(0)
      }
    }
  })
  it('finds the same picture in another size, and no other', async () => {
    expect((await aboutMedia('find-me.jpg', {}, now)).nearDuplicates).toEqual(['find-me-again.jpg'])
    expect(await list({ finding: 'near-duplicate', q: 'find' })).toEqual(['find-me-again.jpg', 'find-me.jpg'])
    expect((await aboutMedia('small.jpg', {}, now)).nearDuplicates).toEqual([])
  })
  it('refuses versions of nothing, of themselves, of versions, and a second one in a place', async () => {
    const of = (name: string, language: string | null, storefront: string | null = null) => ({
      of: { name, language, storefront },
    })
    const why = async (name: string, more: object) =>
      (await problemOf(describeIt(name, more))).errors!.map((e) => e.path)
    expect(await why('soft.jpg', of('nothing.jpg', 'fr-CH'))).toEqual(['of.name'])
    expect(await why('soft.jpg', of('soft.jpg', 'fr-CH'))).toEqual(['of.name'])
    expect(await why('soft.jpg', of('busy.jpg', null))).toEqual(['of'])
    expect(await why('soft.jpg', of('busy.jpg', 'FR', 'mars'))).toEqual(['of.language', 'of.storefront'])
    await describeIt('soft.jpg', of('busy.jpg', 'fr-CH'))
    expect(await why('small.jpg', of('soft.jpg', 'fr-CH'))).toEqual(['of.name'])
    expect(await why('small.jpg', of('busy.jpg', 'fr-CH'))).toEqual(['of'])
    expect(await why('busy.jpg', of('small.jpg', 'fr-CH'))).toEqual(['of'])
    expect((await problemOf(deleteRecord(maren, 'media', 'busy.jpg', '*', now))).errors![0]!.message).toContain(
      'soft.jpg',
    )
    expect((await aboutMedia('busy.jpg', {}, now)).versions).toEqual([
      { name: 'soft.jpg', language: 'fr-CH', storefront: null },
    ])
  })
  it('refuses a crop over the edge and a content that was never sent', async () => {
    expect(
      (await problemOf(describeIt('busy.jpg', { crop: { left: 0.6, top: 0, width: 0.6, height: 1 } }))).errors![0]!
        .path,
    ).toBe('crop')
    expect((await problemOf(describeIt('busy.jpg', { digest: 'a'.repeat(64) }))).errors![0]!.path).toBe('digest')
  })
})

describe('what is sent', () => {
  it('is cut, upright, as wide as asked, and without what a camera wrote', async () => {
    const original = await sharp(drawn('#884400'))
      .resize(1600, 1200, { fit: 'fill' })
      .withExif({ IFD0: { Artist: 'somebody' } })
      .jpeg()
      .toBuffer()
    await take(original, 'cut.jpg')
    await describeIt('cut.jpg', { crop: { left: 0.5, top: 0, width: 0.5, height: 1 } })
    const sent = renditionOf(await mediaToSend('cut.jpg'), { width: 400, cut: 'square' })
    const meta = await sharp((await sent.open()) as Buffer).metadata()
    expect([sent.mime, meta.width, meta.height, meta.exif]).toEqual(['image/webp', 400, 400, undefined])
    expect(
      await sharp(
        (await renditionOf(await mediaToSend('cut.jpg'), { width: 1600, cut: 'whole' }).open()) as Buffer,
      ).metadata(),
    ).toMatchObject({ width: 800, height: 1200 })
    expect(
      await sharp(
        (await renditionOf(await mediaToSend('cut.jpg'), { width: 800, cut: 'uncropped' }).open()) as Buffer,
      ).metadata(),
    ).toMatchObject({ width: 800, height: 600 })
    expect(renditionOf(await mediaToSend('cut.jpg'), { width: 400, cut: 'square' }).tag).toBe(sent.tag)
    for (const format of ['webp', 'avif', 'jpeg', 'png'] as const) {
      const asked = { width: 400, cut: { ratio: 2 }, format }
      const other = renditionOf(await mediaToSend('cut.jpg'), asked)
      const { width, height, format: is, compression } = await sharp((await other.open()) as Buffer).metadata()
      expect([other.mime, width, height]).toEqual([`image/${format}`, 400, 200])
      expect(is === 'heif' ? compression : is).toBe(format === 'avif' ? 'av1' : format)
    }
    await describeIt('cut.jpg', { focus: { x: 1, y: 1 } })
    expect(renditionOf(await mediaToSend('cut.jpg'), { width: 400, cut: 'square' }).tag).not.toBe(sent.tag)
  })
  it('is a clear answer where the content is gone from the storage', async () => {
    const { one } = await take(await jpeg('#616161'), 'lost.jpg')
    rmSync(path.join(folder, 'media', one.item.digest))
    expect(
      (await problemOf(renditionOf(one, { width: 400, cut: 'whole' }).open() as Promise<unknown>)).detail,
    ).toContain('Upload the file again')
  })
})

describe('a batch of pictures', () => {
  beforeAll(async () => {
    const csv = 'sku,parent,type,size,pictures\nBAG-1,,bag,,old.jpg\nGL-1,,glove,,\nGL-1-S,GL-1,,S,\n'
    expect(
      (await importProducts(file(csv), { mode: 'apply', take: 'all', title: 'x', personId: 1, now })).rejected,
    ).toEqual([])
    for (const [i, name] of [
      'bag 1 in use 2.jpg',
      'BAG_1.jpg',
      'gl-1-s_1.jpg',
      'Unbekannt Grün.jpg',
      'old.jpg',
    ].entries())
      await take(await jpeg(`#0${i}${i}f40`), name)
    await take(pdf, 'BAG-1 guide.pdf')
  })
  const called = { 'bag-1-in-use-2.jpg': 'bag 1 in use 2.jpg' }
  const files = ['bag-1-in-use-2.jpg', 'BAG_1.jpg', 'gl-1-s_1.jpg', 'Unbekannt-Grun.jpg', 'old.jpg', 'BAG-1-guide.pdf']
  it(
    'finds products by the names, keeps what they have, and gives variants’ pictures to the parent where ' +
      'all share them',
    async () => {
      expect(await previewPictureBatch({ files, called, drafts: null })).toEqual({
        products: [
          { sku: 'BAG-1', pictures: ['old.jpg', 'BAG_1.jpg', 'bag-1-in-use-2.jpg'], had: 1 },
          { sku: 'GL-1', pictures: ['gl-1-s_1.jpg'], had: 0 },
        ],
        drafts: [],
        rest: ['Unbekannt-Grun.jpg', 'old.jpg', 'BAG-1-guide.pdf'],
        there: [],
      })
      expect((await previewPictureBatch({ files, called, drafts: 'bag' })).drafts).toMatchObject([
        { sku: 'UNBEKANNT-GRUN', picture: 'Unbekannt-Grun.jpg' },
        { sku: 'OLD' },
      ])
      expect(
        (await problemOf(previewPictureBatch({ files: ['no.jpg'], called: {}, drafts: null }))).errors![0]!.path,
      ).toBe('files[0]')
      expect((await problemOf(previewPictureBatch({ files, called: {}, drafts: 'boat' }))).errors![0]!.path).toBe(
        'drafts',
      )
    },
  )
  it('is one step, with disabled products for the rest, and is put back as one', async () => {
    const report: ImportReport = await runPictureBatch({ files, called, drafts: 'bag' }, 1, now, { title: 'Pictures' })
    expect(report).toMatchObject({ applied: true, created: 2, updated: 2 })
    expect((await getProduct('UNBEKANNT-GRUN')).document).toMatchObject({ status: 'disabled', type: 'bag' })
    expect((await previewPictureBatch({ files, called, drafts: null })).there).toHaveLength(5)
    expect(
      await runPictureBatch({ files: files.slice(0, 3), called, drafts: null }, 1, now, { title: 'Pictures' }),
    ).toMatchObject({ created: 0, updated: 0 })
    await undoStep(report.step!, 1, now, {})
    expect((await getProduct('BAG-1')).document.values.find((v) => v.attribute === 'pictures')!.value).toEqual([
      'old.jpg',
    ])
    expect((await problemOf(getProduct('UNBEKANNT-GRUN'))).status).toBe(404)
  })
  it(
    'leaves products that cannot be lost: a picture that a product names is not deleted, and rules see ' +
      'who has one',
    async () => {
      expect((await problemOf(deleteRecord(maren, 'media', 'old.jpg', '*', now))).errors![0]!.message).toContain(
        '1 product uses it: BAG-1',
      )
      expect(
        (await reach({ condition: { field: 'attribute:pictures', is: 'present' }, limit: 10 } as never, now)).skus,
      ).toEqual(['BAG-1'])
      expect(
        (
          await reach(
            { condition: { field: 'attribute:pictures', is: 'equals', value: 'OLD.jpg' }, limit: 10 } as never,
            now,
          )
        ).count,
      ).toBe(1)
      expect(await list({ finding: 'unused' })).not.toContain('old.jpg')
    },
  )
  it('comes to the page with the version and the text of the edition', async () => {
    const page = async () => (await proof('BAG-1', { storefront: 'ch', language: 'fr-CH' }, now)).product.pictures
    expect(await page()).toEqual([{ name: 'old.jpg', alternative: '', width: 1200, height: 1200 }])
    await describeIt('old.jpg', { words: 'en-GB', labels: { 'fr-CH': 'Un sac' } })
    expect(await page()).toEqual([])
    expect(
      (await picturesOf('BAG-1', { storefront: 'ch', language: 'fr-CH' }, now)).findings.map((f) => f.code),
    ).toContain('no-version')
    await describeIt('gl-1-s_1.jpg', { of: { name: 'old.jpg', language: 'fr-CH', storefront: null }, words: 'fr-CH' })
    expect(await page()).toMatchObject([{ name: 'gl-1-s_1.jpg', alternative: 'Un sac' }])
  })
})

// The S3 side is held against a server of the same protocol.
describe('storage', () => {
  const named = bucketServer()
  const bucket = (more = {}) => s3Storage({ ...named(), ...more })
  it.each<[string, () => Storage]>([
    ['a folder', () => diskStorage(path.join(folder, 'store'))],
    ['a bucket', () => bucket()],
  ])('in %s keeps a content under its key, once, until it goes', async (_w, make) => {
    const store = make()
    const key = 'ab12'.repeat(16)
    expect([await store.has(key), await store.get(key)]).toEqual([false, undefined])
    await store.put(key, file('first', 'content'), 'text/plain')
    await store.put(key, file('second', 'content'), 'text/plain')
    expect([await store.has(key), await text((await store.get(key))!)]).toEqual([true, 'first'])
    await store.remove(key)
    await store.remove(key)
    expect(await store.has(key)).toBe(false)
  })
  async function* chunks(...texts: string[]) {
    for (const text of texts) yield await Promise.resolve(text)
  }
  it.each<[string, () => { place: Outgoing; read: (name: string) => Promise<string | undefined> }]>([
    [
      'a folder',
      () => {
        const at = path.join(folder, 'outgoing')
        const read = (name: string) =>
          Promise.resolve(existsSync(path.join(at, name)) ? readFileSync(path.join(at, name), 'utf8') : undefined)
        return { place: outgoingFolder(at), read }
      },
    ],
    [
      'a bucket',
      () => {
        const ask = askBucket(named())
        const read = async (name: string) => {
          const answer = await ask('GET', `files/${name}`)
          return answer.ok ? answer.text() : undefined
        }
        return { place: outgoingBucket(named()), read }
      },
    ],
  ])('in %s writes a file for others in the place of the one before, whole or not at all', async (_w, make) => {
    const { place, read } = make()
    const name = 'market/daily/uk-en-GB.csv'
    await place.write(name, chunks('first, ', 'whole'), 'text/csv')
    expect(await read(name)).toBe('first, whole')
    async function* broken() {
      yield await Promise.resolve('half')
      throw new Error('it broke')
    }
    await expect(place.write(name, broken(), 'text/csv')).rejects.toThrow('it broke')
    expect(await read(name)).toBe('first, whole')
    await place.write(name, chunks('second'), 'text/csv')
    expect(await read(name)).toBe('second')
    await place.remove(name)
    await place.remove(name)
    expect(await read(name)).toBeUndefined()
  })
  it('says who refuses, and why', async () => {
    await expect(bucket({ key: 'somebody' }).put('k1', file('x', 'content'), 'text/plain')).rejects.toThrow('403')
    await expect(bucket({ bucket: 'nowhere' }).put('k1', file('x', 'content'), 'text/plain')).rejects.toThrow(
      'no bucket “nowhere”',
    )
  })
  it('never leaves half a content under a key', async () => {
    const store = diskStorage(path.join(folder, 'store'))
    await expect(store.put('k2', path.join(folder, 'not-there'), 'text/plain')).rejects.toThrow()
    expect(await store.has('k2')).toBe(false)
    writeFileSync(path.join(folder, 'there'), 'x')
    await store.put('../k3', path.join(folder, 'there'), 'text/plain')
    expect(existsSync(path.join(folder, 'k3'))).toBe(false)
  })
})
