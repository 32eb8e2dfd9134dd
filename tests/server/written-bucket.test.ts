import { beforeAll, describe, expect, it } from 'vitest'
import { csvLines } from '../csv'
import { bucketServer } from './bucket'
import { maren, now, ownDatabase } from './database'

// A storefront written into a bucket, held against a server that speaks S3.

const { file } = ownDatabase()
const { release } = await import('@demo/releases')
const { database } = await import('@server/db/connect')
const { lastSteps } = await import('@server/db/queries/live-steps')
const { readingOf } = await import('@server/services/delivery/live')
const { madeProduct } = await import('@server/services/delivery/made')
const { importProducts } = await import('@server/services/imports/import-products')
const { patchProduct } = await import('@server/services/products/products')
const { writeStorefront } = await import('@server/services/written/write-live')
const { askBucket } = await import('@server/storage/s3')
const { WrittenBucket } = await import('@server/storage/written-bucket')

const [storefront, language] = ['uk', 'en-GB']
const bucket = bucketServer()
const place = () => new WrittenBucket(bucket(), 'written/uk')
const write = async () => writeStorefront(place(), storefront, await lastSteps(database()), now)
const rename = (sku: string, value: string) =>
  patchProduct(maren, sku, '*', { values: [{ attribute: 'name', language, value }] }, now)
const releaseAll = () => release(maren, storefront, { title: 'All', scope: {}, anyway: 'wanted by the test' })

async function read(at: string): Promise<string | undefined> {
  const answer = await askBucket(bucket())('GET', `written/uk/${at}`)
  return answer.ok ? answer.text() : undefined
}
const treeOf = async (name: string) =>
  JSON.parse((await read(`trees/${name}.json`)) ?? 'null') as Record<string, string>
const pointer = async () => JSON.parse((await read('live.json'))!) as { tree: string; before: string | null }
/** What somebody gets who reads the pointer, its tree, and the content of an address. */
async function served(address: string): Promise<string | undefined> {
  const digest = (await treeOf((await pointer()).tree))[address]
  return digest === undefined ? undefined : read(`content/${digest}`)
}
const pageOf = (sku: string) => `delivery/${storefront}/${language}/products/${sku}.json`

beforeAll(async () => {
  const lines = ['WB-1', 'WB-2', 'WB-3'].map((sku) => `${sku},bag,panniers,Bag ${sku},20,active`)
  const options = { mode: 'apply', take: 'all', title: 'Importing', personId: null, now } as const
  await importProducts(file(csvLines('sku,type,category,name,price@uk,status', ...lines)), options)
  await releaseAll()
}, 120_000)

describe('a storefront in a bucket', () => {
  it('is what delivery answers, under the same addresses', async () => {
    await write()
    const made = await madeProduct(await readingOf({ storefront }, now), { language, sku: 'WB-1' }, now)
    expect(await served(pageOf('WB-1'))).toBe(made.text)
    for (const name of ['menu', 'phrases', 'categories'])
      expect(await served(`delivery/${storefront}/${language}/${name}.json`)).toBeDefined()
    expect(await served(`delivery/${storefront}/${language}/sitemap.xml`)).toBeUndefined()
  })

  it('changes at once, and whoever reads the tree before still finds all of it', async () => {
    const before = await pointer()
    await rename('WB-2', 'Another bag')
    await releaseAll()
    await write()
    const after = await pointer()
    expect(after.before).toBe(before.tree)
    expect(await served(pageOf('WB-2'))).toContain('Another bag')
    for (const digest of Object.values(await treeOf(before.tree))) expect(await read(`content/${digest}`)).toBeDefined()
  })

  it('keeps unchanged contents once, and forgets those that only an older tree had', async () => {
    const first = await pointer()
    const old = (await treeOf(first.before!))[pageOf('WB-2')]!
    const unchanged = (await treeOf(first.tree))[pageOf('WB-1')]!
    await rename('WB-3', 'A third bag')
    await releaseAll()
    await write()
    expect(await read(`trees/${first.before!}.json`)).toBeUndefined()
    expect(await read(`content/${old}`)).toBeUndefined()
    expect((await treeOf((await pointer()).tree))[pageOf('WB-1')]).toBe(unchanged)
    expect(await read(`content/${unchanged}`)).toBeDefined()
  })

  it('is written not at all where nothing has changed, and serves no half where writing breaks', async () => {
    const { tree } = await pointer()
    await write()
    expect((await pointer()).tree).toBe(tree)
    const half = await place().begin({ like: 'live' })
    await half.put(pageOf('WB-1'), 'half')
    await place().discard(half)
    expect((await pointer()).tree).toBe(tree)
    expect(await served(pageOf('WB-1'))).not.toBe('half')
  })
})
