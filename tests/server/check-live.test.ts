import { beforeAll, describe, expect, it } from 'vitest'
import { csvLines } from '../csv'
import { maren, now as start, ownDatabase } from './database'

// What is asked of delivery after a release has gone live; here delivery is one that can be made to lie.

const { file } = ownDatabase()
const { release } = await import('@demo/releases')
const { database } = await import('@server/db/connect')
const { livePointer, releaseOfNumber, uncheckedReleases } = await import('@server/db/queries/releases')
const { importProducts } = await import('@server/services/imports/import-products')
const { patchProduct } = await import('@server/services/products/products')
const { readingOf } = await import('@server/services/delivery/live')
const { madeDocument, madeProduct } = await import('@server/services/delivery/made')
const { checkRelease, sampleOf } = await import('@server/services/release/check-live')
type DeliveryAnswer = import('@server/services/release/check-live').DeliveryAnswer

const [storefront, language] = ['uk', 'en-GB']
// Releases are made by the clock, which goes on.
const now = start + 3_600_000
const products = 120
const skuOf = (i: number) => `CK-${String(i).padStart(3, '0')}`
const releaseAll = () => release(maren, storefront, { title: 'All', scope: {}, anyway: 'wanted by the test' })
const disable = (sku: string) => patchProduct(maren, sku, '*', { status: 'disabled' }, start)
const live = async () => {
  const { number } = await livePointer(database(), storefront)
  return (await releaseOfNumber(database(), storefront, number))!
}

/** Delivery as it has to be. */
async function honest(address: string): Promise<DeliveryAnswer> {
  const [, , , , kind, key] = address.split('/')
  const reading = await readingOf({ storefront }, now)
  const made = kind === 'products' ? madeProduct(reading, { language, sku: key! }, now) : madeOther(reading, kind!, key)
  const answer = (status: number, text: string) => ({ status, release: reading.number, text })
  return made.then(
    ({ text }) => answer(200, text),
    () => answer(404, ''),
  )
}
const madeOther = (reading: Awaited<ReturnType<typeof readingOf>>, kind: string, key: string | undefined) =>
  madeDocument(reading, { language, kind: kind === 'pages' ? 'page' : kind, key: key ?? kind }, now)

beforeAll(async () => {
  const lines = Array.from({ length: products }, (_, i) => `${skuOf(i)},bag,panniers,Bag ${i},${20 + i},active`)
  await importProducts(file(csvLines('sku,type,category,name,price@uk,status', ...lines)), {
    ...{ mode: 'apply', take: 'all', title: 'Importing', personId: null, now: start },
  })
  await releaseAll()
}, 120_000)

describe('a release that has gone live', () => {
  it('is asked for a sample of what it adds, spread over all, and is found to be there', async () => {
    expect((await uncheckedReleases(database(), now)).map((r) => r.storefront)).toEqual([storefront])
    const asked: string[] = []
    const checked = await checkRelease(await live(), (address) => (asked.push(address), honest(address)), now)
    expect(checked).toMatchObject({ asked: asked.length, wrong: [] })
    expect(asked.length).toBe(50)
    expect(new Set(asked).size).toBe(50)
    expect(
      asked.some((address) => address.endsWith(skuOf(products - 3)) || address.endsWith(skuOf(products - 2))),
    ).toBe(true)
  })
  it('says which pages delivery answers otherwise, or not at all', async () => {
    const lies: Record<string, Partial<DeliveryAnswer>> = {}
    const lying = async (address: string) => ({ ...(await honest(address)), ...lies[address] })
    const seen: string[] = []
    await checkRelease(await live(), (address) => (seen.push(address), honest(address)), now)
    const [first, second, third] = seen.filter((address) => address.includes('/products/')) as [string, string, string]
    lies[first] = { text: '{"name":"Another"}' }
    lies[second] = { status: 404, text: '' }
    lies[third] = { status: 500, text: '' }
    const checked = await checkRelease(await live(), lying, now)
    expect(checked!.wrong.map((w) => w.problem)).toEqual([
      'It says something else than what was released.',
      'It was released and is not there.',
      'It is answered with the status 500.',
    ])
    expect(checked!.wrong[0]).toMatchObject({ language, kind: 'product', key: first.split('/').at(-1) })
  })
  it('is asked for everything that it removes', async () => {
    for (let i = 0; i < 60; i++) await disable(skuOf(i))
    await releaseAll()
    const gone: string[] = []
    const ask = async (address: string): Promise<DeliveryAnswer> => {
      const answer = await honest(address)
      if (answer.status === 404) gone.push(address)
      return address.endsWith('CK-007') ? { ...answer, status: 200, text: 'still here' } : answer
    }
    const checked = await checkRelease(await live(), ask, now)
    expect(new Set(gone).size).toBe(60)
    expect(checked!.wrong).toEqual([
      { language, kind: 'product', key: 'CK-007', problem: 'It was removed and is still answered.' },
    ])
  })
  it('is left alone once another is live, and is asked for again where delivery does not answer', async () => {
    const before = await live()
    await disable(skuOf(70))
    await releaseAll()
    expect(await checkRelease(before, honest, now)).toBeUndefined()
    const away = () => Promise.reject(new Error('away'))
    await expect(checkRelease(await live(), away, now)).rejects.toThrow('away')
    const later = async (address: string) => ({ ...(await honest(address)), release: 99 })
    expect(await checkRelease(await live(), later, now)).toBeUndefined()
  })
  it('of few pages is asked for all of them', () => {
    const page = (key: string, was: boolean, is: boolean) => ({ language, kind: 'product', key, was, is })
    const pages = [page('A', true, false), page('B', false, true), page('C', false, false), page('D', true, true)]
    expect(sampleOf(pages).map((p) => p.key)).toEqual(['A', 'B', 'D'])
    expect(sampleOf([])).toEqual([])
  })
})
