import { existsSync, mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import path from 'node:path'
import { parse } from 'csv-parse/sync'
import jsonld from 'jsonld'
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import type { Connection, ReleasedFiles } from '@contracts/connections'
import { PushedPages } from '../../shop/pushed'
import { csvLines } from '../csv'
import { Receiver, takes, type Received } from '../receiver'
import { ada, maren, now as start, ownDatabase, problemOf } from './database'

// Connections that are given what is released: a shop that takes pages, and files for systems that take files.

const { file, folder } = ownDatabase()
const { release } = await import('@demo/releases')
const { listConnections, listMessages, makeConnectionSecret, sendEverything, sendMessageAgain, testConnection } =
  await import('@server/services/connections/connections')
const { sendWhatIsDue, sendWhatTakesLong } = await import('@server/services/connections/send')
const { scheduleFiles } = await import('@server/services/connections/scheduled-files')
const { readSpreadsheet } = await import('@server/services/files/spreadsheet-file')
const { importProducts } = await import('@server/services/imports/import-products')
const { patchProduct } = await import('@server/services/products/products')
const { deleteRecord, putRecord } = await import('@server/services/records/records')
const { removeAtOnce } = await import('@server/services/release/at-once')

const hour = 3_600_000
const language = 'en-GB'
const asking = { by: 'cookie', origin: 'here' }
let now = start + hour
const other = new Receiver()
/** The shop that comes with the tool, at the other side. */
let shop = new PushedPages('none')
const takesPages = ({ headers, text }: Received) => {
  const { status, body } = shop.take(headers, text)
  return { status, text: JSON.stringify(body) }
}
const releaseAll = () => release(maren, 'uk', { title: 'All', scope: {}, anyway: 'wanted by the test' })
const patch = (sku: string, value: string, attribute = 'name') =>
  patchProduct(maren, sku, '*', { values: [{ attribute, language, value }] }, start)
const put = (code: string, more: Partial<Connection>) => {
  const record = { code, name: code, storefronts: ['uk'], resting: false, ...more }
  return putRecord(ada, 'connections', code, record, { any: true }, start)
}
const lastOf = async (connection: string) => (await listMessages({ connection, limit: 1 })).items[0]
const inShop = (sku: string) => shop.page('uk', language, 'product', sku) as { name: string } | undefined

beforeAll(async () => {
  await other.start()
  const lines = Array.from(
    { length: 230 },
    (_, i) => `CK-${String(i).padStart(3, '0')},bag,panniers,Bag ${i},20,active`,
  )
  await importProducts(file(csvLines('sku,type,category,name,price@uk,status', ...lines)), {
    ...{ mode: 'apply', take: 'all', title: 'Importing', personId: null, now: start },
  })
  await patch('CK-001', 'Bag; with "marks", and more')
  await patch('CK-001', 'One line,\nand "another"', 'summary')
  await releaseAll()
}, 120_000)
afterAll(() => other.stop())
beforeEach(async () => {
  for (const { code } of (await listConnections()).items) await deleteRecord(ada, 'connections', code, '*', start)
  other.answering = takesPages
  now += hour
})

describe('a shop that is given pages', () => {
  async function connected(): Promise<void> {
    await put('shop', { kind: 'shop', address: `${other.base}/pages` })
    const { secret } = await makeConnectionSecret(ada, asking, 'shop')
    shop = new PushedPages(secret, () => now)
    expect(await testConnection('shop', now)).toMatchObject({ status: 200, verified: true })
  }

  it('is given everything when somebody says so, and then what changes', async () => {
    await connected()
    expect(await sendEverything('shop', now)).toEqual({ storefronts: 1 })
    await sendWhatTakesLong(now)
    expect(await lastOf('shop')).toMatchObject({ event: 'everything', state: 'sent' })
    expect(inShop('CK-229')).toMatchObject({ sku: 'CK-229', name: 'Bag 229' })
    expect(shop.page('uk', language, 'menu', 'menu')).toBeDefined()

    await patch('CK-002', 'Another bag')
    await releaseAll()
    await sendWhatTakesLong(now)
    expect(inShop('CK-002')).toMatchObject({ name: 'Another bag' })
    const reason = 'a test'
    await removeAtOnce(maren, { storefronts: ['uk'], skus: ['CK-003'], reason }, now, { personId: 1, ...asking })
    await sendWhatTakesLong(now)
    expect(inShop('CK-003')).toBeUndefined()
  })

  it('is given the whole again where one part was not taken, and each page as it is by then', async () => {
    await connected()
    let parts = 0
    other.answering = (got) => (++parts === 2 ? { status: 503, text: '' } : takesPages(got))
    await sendEverything('shop', now)
    await sendWhatTakesLong(now)
    const failed = await lastOf('shop')
    expect(failed).toMatchObject({ state: 'waiting', tries: [{ status: 503 }] })
    expect(inShop('CK-229')).toBeUndefined()
    await sendMessageAgain(String(failed!.id), now)
    await sendWhatTakesLong(now)
    expect(await lastOf('shop')).toMatchObject({ state: 'sent' })
    expect(inShop('CK-229')).toBeDefined()
  })

  it('takes nothing that somebody else signed, nor what is old', async () => {
    await connected()
    const text = JSON.stringify({ event: 'pages', storefront: 'uk', items: [] })
    const headers = { 'inkloom-time': String(now / 1000), 'inkloom-signature': 'AAAA' }
    expect(shop.take(headers, text).status).toBe(401)
    const { received } = other
    const last = received.at(-1)!
    expect(shop.take(last.headers, last.text).status).toBe(200)
    now += hour
    expect(shop.take(last.headers, last.text).status).toBe(401)
  })

  it('is not sent by the quick ones, and holds up no message', async () => {
    await connected()
    await sendEverything('shop', now)
    other.answering = takes
    await put('told', { kind: 'webhook', address: `${other.base}/told`, events: ['release.live'] })
    await makeConnectionSecret(ada, asking, 'told')
    await testConnection('told', now)
    await patch('CK-004', 'Told of')
    await releaseAll()
    await sendWhatIsDue(now)
    expect(await lastOf('told')).toMatchObject({ state: 'sent' })
    expect(await lastOf('shop')).toMatchObject({ state: 'waiting', tries: [] })
    expect((await problemOf(sendEverything('told', now))).status).toBe(409)
  })
})

describe('files', () => {
  const files = (more: Partial<ReleasedFiles> = {}): ReleasedFiles => ({
    ...{ format: 'csv', languages: [], schedule: null },
    columns: [
      { header: 'id', field: 'sku' },
      { header: 'title', field: 'name' },
      { header: 'price', field: 'price' },
      { header: 'text', field: 'summary' },
    ],
    ...more,
  })
  const place = (name: string) => path.join(folder, 'files', name)
  async function written(more: Partial<Connection> = {}): Promise<void> {
    await put('market', { kind: 'files', address: 'market/daily', events: ['release.live'], files: files(), ...more })
    expect(await testConnection('market', now)).toMatchObject({ problem: null, verified: true })
  }
  async function writeNow(): Promise<void> {
    await sendEverything('market', now)
    await sendWhatTakesLong(now)
    expect(await lastOf('market')).toMatchObject({ state: 'sent' })
  }

  it('go into a folder that can be named, with columns and languages that there are', async () => {
    for (const address of ['../out', '/etc', 'market//daily', 'Market', 'a/./b'])
      expect((await problemOf(put('wrong', { kind: 'files', address, files: files() }))).errors).toHaveLength(1)
    const wrong = { kind: 'files', address: 'market' } as const
    const languages = ['xx-XX']
    expect((await problemOf(put('wrong', { ...wrong, files: files({ languages }) }))).errors).toHaveLength(1)
    expect((await problemOf(put('wrong', { ...wrong, files: files({ columns: [] }) }))).errors).toHaveLength(1)
    expect((await problemOf(put('wrong', wrong))).errors).toHaveLength(1)
  })

  it('are written after each release, a row for each product, whatever its texts hold', async () => {
    await written()
    expect(existsSync(place('market/daily/test.txt')), 'of the test nothing is left').toBe(false)
    await patch('CK-005', 'Written')
    await releaseAll()
    await sendWhatTakesLong(now)
    const rows = parse(readFileSync(place('market/daily/uk-en-GB.csv')), { columns: true }) as Record<string, string>[]
    expect(rows.length).toBeGreaterThan(200)
    expect(rows.find((r) => r.id === 'CK-005')).toMatchObject({ title: 'Written', price: '20' })
    expect(rows.find((r) => r.id === 'CK-001')).toMatchObject({
      ...{ title: 'Bag; with "marks", and more', text: 'One line,\nand "another"' },
    })
    expect(readdirSync(place('market/daily')), 'no half is left').toEqual(['uk-en-GB.csv'])
  })

  it('hold the same as spreadsheets and as lines of JSON', async () => {
    await written({ events: [], files: files({ format: 'jsonl' }) })
    await writeNow()
    const lines = readFileSync(place('market/daily/uk-en-GB.jsonl'), 'utf8').trim().split('\n')
    const first = JSON.parse(lines[0]!) as Record<string, unknown>
    expect(first).toMatchObject({ id: 'CK-000', title: 'Bag 0', price: 20 })
    await written({ events: [], files: files({ format: 'xlsx' }) })
    await writeNow()
    const rows: string[][] = []
    for await (const record of readSpreadsheet(place('market/daily/uk-en-GB.xlsx'))) rows.push(record.cells as never)
    expect(rows[0]).toEqual(['id', 'title', 'price', 'text'])
    expect(rows[1]!.slice(0, 3)).toEqual(['CK-000', 'Bag 0', '20'])
    expect(rows).toHaveLength(lines.length + 1)
  })

  it('are linked data that a processor of JSON-LD reads', async () => {
    await written({ events: [], files: files({ format: 'jsonld', columns: [] }) })
    await writeNow()
    const text = readFileSync(place('market/daily/uk-en-GB.jsonld'), 'utf8')
    // The vocabulary is not fetched: its words are those of https://schema.org.
    const documentLoader = () =>
      Promise.resolve({
        contextUrl: undefined,
        documentUrl: '',
        document: { '@context': { '@vocab': 'https://schema.org/' } },
      })
    const expanded = (await jsonld.expand(JSON.parse(text) as never, { documentLoader } as never)) as Record<
      string,
      unknown
    >[]
    const products = expanded.filter((x) => (x['@type'] as string[]).includes('https://schema.org/Product'))
    expect(products.length).toBeGreaterThan(200)
    expect(products[0]!['https://schema.org/sku']).toEqual([{ '@value': 'CK-000' }])
  })

  it('are written at their time by the clock of the storefront, once, also where it was missed', async () => {
    // 25 November 2026 is a Wednesday; London is at UTC then.
    const at = (text: string) => Date.parse(`${text}:00Z`)
    now = at('2026-11-25T14:00')
    await written({ events: [], files: files({ schedule: { days: [3, 5], time: '15:00' } }) })
    const messages = async () => (await listMessages({ connection: 'market', limit: 10 })).items.map((m) => m.event)
    await scheduleFiles(at('2026-11-25T14:59'))
    expect(await messages()).toEqual([])
    await scheduleFiles(at('2026-11-25T15:00'))
    await Promise.all([1, 2, 3].map((second) => scheduleFiles(at('2026-11-25T15:00') + second * 1000)))
    expect(await messages()).toEqual(['files.due'])
    await scheduleFiles(at('2026-12-03T09:00'))
    expect(await messages(), 'two were missed').toEqual(['files.due', 'files.due'])
  })

  it('say why they could not be written, and are tried again', async () => {
    await written({ events: [] })
    rmSync(place('market'), { recursive: true, force: true })
    mkdirSync(place(''), { recursive: true })
    writeFileSync(place('market'), 'a file in the place of the folder')
    await sendEverything('market', now)
    await sendWhatTakesLong(now)
    const [failed] = (await listMessages({ connection: 'market', limit: 1 })).items
    expect(failed).toMatchObject({ state: 'waiting' })
    expect(failed!.tries[0]!.problem).toContain('The file could not be written')
    rmSync(place('market'))
    await sendMessageAgain(String(failed!.id), now)
    await sendWhatTakesLong(now)
    expect(await lastOf('market')).toMatchObject({ state: 'sent' })
  })
})
