import { expect } from 'vitest'
import type { ReleaseDocument, ReleasePageRow } from '@contracts/release'
import { signedIn } from './client'

/** A release is prepared within so long, in milliseconds, on the slowest of machines. */
const patience = 50_000

/** What tests of releases and of delivery do with one product of one storefront, as somebody who may release. */
export async function releasing(storefront: string, sku: string) {
  const maren = await signedIn('manager')

  async function settled(id: number): Promise<ReleaseDocument> {
    const end = Date.now() + patience
    for (;;) {
      const { body } = await maren.get<ReleaseDocument>(`/api/releases/${id}`)
      if (body.state !== 'preparing') return body
      if (Date.now() > end) throw new Error(`Release ${id} is still being prepared.`)
      await new Promise((resolve) => setTimeout(resolve, 100))
    }
  }

  /** Has a release prepared, and waits for it. */
  async function prepare(scope: object): Promise<ReleaseDocument> {
    const { status, body } = await maren.post<ReleaseDocument>('/api/releases', { storefront, scope })
    expect(status).toBe(201)
    return settled(body.id)
  }

  const goLive = (release: ReleaseDocument) =>
    maren.post<ReleaseDocument>(`/api/releases/${release.id}/live`, { base: release.base })

  const pagesOf = async (release: ReleaseDocument, query = '') =>
    (await maren.get<{ items: ReleasePageRow[]; count: number }>(`/api/releases/${release.id}/pages${query}`)).body

  /** Writes a text of the product in a language, as somebody at the product would. */
  async function write(attribute: string, language: string, value: string | null) {
    const values = [{ attribute, language, value }]
    const { status } = await maren.patch(`/api/products/${sku}`, { values }, { 'If-Match': '*' })
    expect(status).toBe(200)
  }

  /** Has all pages of the product prepared to go, ready or not. */
  async function prepareAll(): Promise<ReleaseDocument> {
    const draft = await prepare({ skus: [sku] })
    for (const row of (await pagesOf(draft, '?change=held')).items)
      await maren.put(`/api/releases/${draft.id}/pages/${row.language}/${row.kind}/${row.key}/override`, {
        reason: 'wanted by the test',
      })
    return draft
  }

  /** Releases the product, all of its pages, ready or not; returns the release. */
  async function releaseAll(): Promise<ReleaseDocument> {
    const { status, body } = await goLive(await prepareAll())
    expect(status).toBe(200)
    return body
  }

  return { maren, settled, prepare, goLive, pagesOf, write, prepareAll, releaseAll }
}
