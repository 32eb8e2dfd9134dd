import { beforeAll, describe, expect, it } from 'vitest'
import type { Storefront } from '@core/catalogue/model'
import type { KeptOut, ReleaseDocument, ReleasePlan } from '@contracts/release'
import type { ReleasedProduct } from '@core/release/document'
import { base, signedIn, type Client } from './client'
import { releasing } from './releasing'

// What people decide about releases over the HTTP interface: approval, schedules, and what goes at once.

const storefront = 'gulf'
const sku = 'KZ-0316'
const address = `/delivery/${storefront}/en-AE/products/${sku}`
const { maren, prepare, goLive, write, prepareAll } = await releasing(storefront, sku)
let lena: Client
let luc: Client
beforeAll(async () => {
  ;[lena, luc] = await Promise.all([signedIn('administrator'), signedIn('translator')])
})
const delivered = () => fetch(base + address)
const removals = (client: Client, body: object) =>
  client.post<{ items: ReleaseDocument[] }>('/api/releases/removals', body)
const kept = async () =>
  (await maren.get<{ items: KeptOut[] }>(`/api/releases/storefronts/${storefront}/kept-out`)).body.items

/** Says how many people have to approve releases of the storefront. */
async function askFor(approvals: number) {
  const record = (await lena.get<Storefront>(`/api/storefronts/${storefront}`)).body
  const releasing = { approvals, frozen: null }
  const { status } = await lena.put(`/api/storefronts/${storefront}`, { ...record, releasing }, { 'If-Match': '*' })
  expect(status).toBe(200)
}

describe('approval', () => {
  it('is asked for, given by somebody else with a comment, and needed to go live', async () => {
    await askFor(1)
    await write('name', 'en-AE', 'Tani 16, approved')
    const draft = await prepareAll()
    expect(draft.needed).toBe(1)
    const path = `/api/releases/${draft.id}`
    const seen = { base: draft.base }
    expect((await goLive(draft)).status).toBe(409)
    expect((await maren.put(`${path}/schedule`, { ...seen, at: '2099-01-01T06:00' })).status).toBe(409)
    expect((await maren.post(`${path}/submission`, seen)).body).toMatchObject({ state: 'waiting' })
    const yes = { ...seen, verdict: 'approved', comment: 'Fine.' }
    expect((await maren.post(`${path}/approvals`, yes)).status).toBe(409)
    expect((await luc.post(`${path}/approvals`, yes)).status).toBe(403)
    expect((await lena.post(`${path}/approvals`, { ...seen, verdict: 'refused' })).status).toBe(422)
    expect((await lena.post(`${path}/approvals`, { ...seen, verdict: 'perhaps' })).status).toBe(422)
    const { body } = await lena.post<ReleaseDocument>(`${path}/approvals`, yes)
    expect(body).toMatchObject({ state: 'approved', approvals: [{ verdict: 'approved', comment: 'Fine.' }] })
    expect((await goLive(draft)).status).toBe(200)
    expect(((await (await delivered()).json()) as ReleasedProduct).name).toBe('Tani 16, approved')
    await askFor(0)
  })
})

describe('a schedule', () => {
  it('is a moment to come of the storefront’s clock, and can be taken back', async () => {
    await write('name', 'en-AE', 'Tani 16, scheduled')
    const draft = await prepareAll()
    const path = `/api/releases/${draft.id}/schedule`
    expect((await maren.put(path, { base: draft.base, at: '2020-01-01T06:00' })).status).toBe(422)
    expect((await maren.put(path, { base: draft.base, at: 'tomorrow' })).status).toBe(422)
    const { body } = await maren.put<ReleaseDocument>(path, { base: draft.base, at: '2099-01-01T06:00' })
    // Dubai is four hours ahead of UTC.
    expect(body).toMatchObject({
      state: 'scheduled',
      goes: { local: '2099-01-01T06:00', at: '2099-01-01T02:00:00.000Z' },
    })
    expect((await maren.drop<ReleaseDocument>(path)).body).toMatchObject({ state: 'draft', goes: null })
    expect((await maren.drop(path)).status).toBe(409)
    await maren.drop(`/api/releases/${draft.id}`)
  })
})

describe('a page of a release', () => {
  it('that is left out stays as it is live, with the reason, until it is taken in again', async () => {
    const draft = await prepareAll()
    const path = `/api/releases/${draft.id}/pages/en-AE/product/${sku}/exclusion`
    expect((await maren.put(path, { reason: '' })).status).toBe(422)
    const out = await maren.put(path, { reason: 'the picture is wrong' })
    expect(out.body).toMatchObject({ leftOut: { reason: 'the picture is wrong' } })
    const counted = await maren.get<ReleaseDocument>(`/api/releases/${draft.id}`)
    expect(counted.body.counts).toMatchObject({ leftOut: 1 })
    const before = ((await (await delivered()).json()) as ReleasedProduct).name
    const went = await goLive(draft)
    if (went.status === 200) expect(((await (await delivered()).json()) as ReleasedProduct).name).toBe(before)
    else expect(went.body).toMatchObject({ title: 'Nothing to release' })
    if (went.status !== 200) expect((await maren.drop(path)).body).toMatchObject({ leftOut: null })
  })
})

describe('a standing plan', () => {
  const plans = '/api/release-plans'
  const wanted = { storefront, days: [1, 3], time: '06:30', scope: { skus: [sku] }, mostChanged: 20, leastLeft: 5 }

  it('is made, changed, paused and deleted by whoever may release', async () => {
    expect((await luc.post(plans, wanted)).status).toBe(403)
    for (const wrong of [{ days: [] }, { days: [8] }, { time: '24:00' }, { time: '6' }, { mostChanged: 0 }])
      expect((await maren.post(plans, { ...wanted, ...wrong })).status, JSON.stringify(wrong)).toBe(422)
    const { status, body: plan } = await maren.post<ReleasePlan>(plans, wanted)
    expect([status, plan.days, plan.time]).toEqual([201, [1, 3], '06:30'])
    const listed = async () => (await luc.get<{ items: ReleasePlan[] }>(`${plans}?storefront=${storefront}`)).body.items
    expect(await listed()).toEqual([plan])
    expect((await maren.get<{ items: ReleasePlan[] }>(`${plans}?storefront=uk`)).body.items).toEqual([])
    const own = `${plans}/${plan.id}`
    const changed = await maren.put<ReleasePlan>(own, { ...wanted, days: [7, 7, 6], scope: {} })
    expect(changed.body).toMatchObject({ id: plan.id, days: [6, 7], scope: {} })
    expect((await maren.put<ReleasePlan>(`${own}/pause`, { paused: true })).body).toMatchObject({ next: null })
    expect((await maren.post(`${own}/approval`, undefined)).status).toBe(409)
    for (const refused of [await luc.put(own, wanted), await luc.put(`${own}/pause`, { paused: false })])
      expect(refused.status).toBe(403)
    expect((await luc.drop(own)).status).toBe(403)
    expect((await maren.drop(own)).status).toBe(204)
    expect([(await maren.drop(own)).status, await listed()]).toEqual([404, []])
  })
})

describe('products that have to go', () => {
  it('are gone at once from every storefront named, and stay out of releases and of going back', async () => {
    const there = '/delivery/uk/en-GB/products/KZ-0316'
    const reason = 'the clip can break'
    expect((await removals(luc, { storefronts: [storefront], skus: [sku], reason })).status).toBe(403)
    expect((await removals(maren, { storefronts: [storefront, 'nowhere'], skus: [sku], reason })).status).toBe(422)
    expect((await removals(maren, { storefronts: [storefront], skus: ['none'], reason })).status).toBe(422)
    expect((await delivered()).status).toBe(200)
    const before = (await maren.get<{ items: ReleaseDocument[] }>(`/api/releases?storefront=${storefront}`)).body.items
    await write('name', 'en-AE', 'Tani 16, prepared before')
    const ready = await prepareAll()
    const { status, body } = await removals(maren, { storefronts: [storefront, 'uk'], skus: [sku], reason })
    expect([status, body.items.map((r) => r.state)]).toEqual([201, ['live', 'live']])
    expect([(await delivered()).status, (await fetch(base + there)).status]).toEqual([404, 404])
    expect((await goLive(ready)).status).toBe(409)
    await maren.drop(`/api/releases/${ready.id}`)
    expect(await kept()).toMatchObject([{ sku, reason }])
    const again = await prepare({ skus: [sku] })
    expect(again.counts).toMatchObject({ added: 0, held: 0 })
    const live = before.find((r) => r.state === 'live')!
    const back = await maren.put(`/api/releases/storefronts/${storefront}/live`, { number: live.number })
    expect([back.status, (await delivered()).status]).toEqual([200, 404])
    const reversals = `/api/releases/storefronts/${storefront}/reversals`
    expect((await maren.post(reversals, { sku, number: live.number })).status).toBe(409)
    for (const s of [storefront, 'uk'])
      expect((await maren.drop(`/api/releases/storefronts/${s}/kept-out/${sku}`)).status).toBe(204)
    expect((await maren.drop(`/api/releases/storefronts/${storefront}/kept-out/${sku}`)).status).toBe(404)
    // One product is taken back to how it was; nothing else is touched.
    const reverted = await maren.post<ReleaseDocument>(reversals, { sku, number: live.number })
    expect(reverted.body).toMatchObject({ state: 'live', scope: { skus: [sku] } })
    expect((await delivered()).status).toBe(200)
    expect((await maren.post(reversals, { sku, number: live.number })).status).toBe(409)
    expect((await maren.post(reversals, { sku, number: 9999 })).status).toBe(404)
    const uk = (await maren.get<{ items: ReleaseDocument[] }>('/api/releases?storefront=uk')).body.items
    const earlier = uk.filter((r) => r.state === 'past')[0]!
    await maren.post('/api/releases/storefronts/uk/reversals', { sku, number: earlier.number })
    expect((await fetch(base + there)).status).toBe(200)
  })
})
