import { beforeAll, describe, expect, it } from 'vitest'
import type { TriedComposedPage } from '@contracts/composed'
import type { DeliveredChanges, DeliveredComposedPage, DeliveredPages } from '@contracts/delivery'
import type { ReleaseDocument } from '@contracts/release'
import { noLimits } from '@core/assignments/limits'
import { base } from './client'
import { releasing } from './releasing'

// A landing page through the whole chain: written, looked at, released, delivered, moved, over, deleted.

const { maren, prepare, goLive, pagesOf } = await releasing('uk', 'PE-1830')
const delivery = '/delivery/uk/en-GB'
const campaign = { code: 'spring-tune-up', name: 'Spring tune-up', note: '', storefronts: ['uk'], from: null, to: null }
const hero = {
  code: 'opening',
  kind: 'hero',
  texts: { title: { 'en-GB': 'A quieter chain' }, link: { 'en-GB': 'See the bag' } },
  holds: { picture: 'night-ride.svg', link: { sku: 'PE-1830' } },
}
const row = {
  code: 'kit',
  kind: 'products',
  texts: { title: { 'en-GB': 'For the stand' } },
  holds: { chosen: ['PE-1830', 'OX-5120'], atLeast: 1, atMost: 2 },
}
const page = {
  code: 'spring-tune-up',
  name: 'Spring tune-up',
  limits: { ...noLimits(), storefronts: ['uk'], campaign: campaign.code },
  titles: { 'en-GB': 'Spring tune-up' },
  slugs: { 'en-GB': 'spring-tune-up-2027' },
  sections: [hero, row],
}
const put = (more: object = {}) =>
  maren.put(`/api/composed-pages/${page.code}`, { ...page, ...more }, { 'If-Match': '*' })

/** Releases what belongs to the campaign. */
async function release(): Promise<ReleaseDocument> {
  const { status, body } = await goLive(await prepare({ campaign: campaign.code }))
  expect(status).toBe(200)
  return body
}
async function delivered(name: string) {
  const answer = await fetch(`${base}${delivery}/pages/${name}`, { redirect: 'manual' })
  const body = answer.status === 200 ? ((await answer.json()) as DeliveredComposedPage) : undefined
  return { status: answer.status, headers: answer.headers, body }
}

beforeAll(async () => {
  await maren.put(`/api/campaigns/${campaign.code}`, campaign, { 'If-None-Match': '*' })
})

describe('a landing page', () => {
  it('is refused where it names what is not there, and where its address is taken', async () => {
    const wrong = {
      slugs: { 'en-GB': 'through-the-winter' },
      afterwards: 'no-such-page',
      sections: [
        { ...hero, holds: { picture: 'no.svg', link: { page: 'no-such-page' } } },
        { ...row, holds: { chosen: ['NO-1'], atLeast: 1, atMost: 2 } },
      ],
    }
    const { status, body } = await maren.put(
      `/api/composed-pages/${page.code}`,
      { ...page, ...wrong },
      { 'If-None-Match': '*' },
    )
    expect(status).toBe(422)
    expect((body as { errors: { path: string }[] }).errors.map((e) => e.path).sort()).toEqual([
      'afterwards',
      'sections[0].holds.link',
      'sections[0].holds.picture',
      'sections[1].holds.chosen[0]',
      'slugs.en-GB',
    ])
    const odd = { ...page, sections: [{ ...hero, kind: 'carousel' }] }
    expect((await maren.put(`/api/composed-pages/${page.code}`, odd, { 'If-None-Match': '*' })).status).toBe(422)
  })

  it('is looked at before it is saved, with what is not shown and why', async () => {
    const untold = { code: 'untold', kind: 'text', texts: {} }
    const { status, body } = await maren.post<TriedComposedPage>('/api/page-trials', {
      ...{ storefront: 'uk', language: 'en-GB' },
      page: { ...page, sections: [hero, row, untold] },
    })
    expect(status).toBe(200)
    expect(body.view.sections.map((s) => s.section)).toEqual(['opening', 'kit'])
    expect(body.view.leftOut).toMatchObject([{ section: 'untold', isLacking: true }])
    expect(Object.keys(body.cards).sort()).toEqual(['OX-5120', 'PE-1830'])
  })

  it('is released with its campaign, and delivered with its products', async () => {
    expect((await maren.put(`/api/composed-pages/${page.code}`, page, { 'If-None-Match': '*' })).status).toBe(201)
    const draft = await prepare({ campaign: campaign.code })
    const { items } = await pagesOf(draft)
    expect(items).toMatchObject([
      { kind: 'composed', key: page.code, name: 'Spring tune-up', change: 'added', held: [] },
    ])
    expect((await goLive(draft)).status).toBe(200)
    const { status, body, headers } = await delivered('spring-tune-up-2027')
    expect(status).toBe(200)
    expect(headers.get('etag')).toMatch(/^W\//)
    expect(body).toMatchObject({ kind: 'composed', code: page.code, title: 'Spring tune-up', use: 'landing' })
    expect(body!.sections[0]).toMatchObject({ title: 'A quieter chain', picture: { name: 'night-ride.svg' } })
    expect(body!.sections[1]!.products!.items.map((card) => card.sku)).toEqual(['PE-1830', 'OX-5120'])
    expect((await delivered(page.code)).body!.slug).toBe('spring-tune-up-2027')
    const listed = (await maren.get<DeliveredPages>(`${delivery}/pages`)).body.items
    expect(listed).toContainEqual({
      ...{ code: page.code, slug: 'spring-tune-up-2027', title: 'Spring tune-up', use: 'landing' },
    })
    expect((await maren.get<string>(`${delivery}/sitemap.xml`)).body).toContain('spring-tune-up-2027')
  })

  it('is held back in a language in which it has no title', async () => {
    await put({ name: 'Spring', titles: {} })
    const { items } = await pagesOf(await prepare({ campaign: campaign.code }))
    expect(items[0]!.held.map((h) => h.message)).toEqual(['The page is not ready: it has no title in this language.'])
  })

  it('leads on from an address that it had', async () => {
    await put({ slugs: { 'en-GB': 'tune-up' } })
    await release()
    const { status, headers } = await delivered('spring-tune-up-2027')
    expect([status, headers.get('location')]).toEqual([301, `${delivery}/pages/tune-up`])
    expect((await delivered('tune-up')).status).toBe(200)
  })

  it('is gone once its campaign is over, or leads to another page, and is told of', async () => {
    const cursor = (await maren.get<DeliveredChanges>('/delivery/uk/changes?limit=1000')).body
    const over = { ...campaign, to: '2020-01-01' }
    expect((await maren.put(`/api/campaigns/${campaign.code}`, over, { 'If-Match': '*' })).status).toBe(200)
    await release()
    expect((await delivered('spring-tune-up-2027')).status).toBe(410)
    await put({ afterwards: 'through-the-winter' })
    await release()
    const { status, headers } = await delivered('spring-tune-up-2027')
    expect([status, headers.get('location')]).toEqual([301, `${delivery}/pages/through-the-winter`])
    const listed = (await maren.get<DeliveredPages>(`${delivery}/pages`)).body.items
    expect(listed.map((p) => p.code)).not.toContain(page.code)
    let { next } = cursor
    const told: string[] = []
    for (;;) {
      const { body } = await maren.get<DeliveredChanges>(`/delivery/uk/changes?after=${encodeURIComponent(next)}`)
      told.push(...body.items.map((c) => `${c.kind} ${c.key}`))
      if (body.items.length === 0) break
      next = body.next
    }
    expect(told).toContain(`composed ${page.code}`)
  })

  it('cannot be deleted while another leads to it, nor its campaign while it belongs to it', async () => {
    expect((await maren.drop('/api/composed-pages/through-the-winter')).status).toBe(409)
    expect((await maren.drop(`/api/campaigns/${campaign.code}`)).status).toBe(409)
    expect((await maren.drop('/api/media/night-ride.svg')).status).toBe(409)
    expect((await maren.drop(`/api/composed-pages/${page.code}`)).status).toBe(204)
    await release()
    expect((await delivered('spring-tune-up-2027')).status).toBe(404)
    expect((await maren.drop(`/api/campaigns/${campaign.code}`)).status).toBe(204)
  })
})
