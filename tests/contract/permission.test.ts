import { beforeAll, describe, expect, it } from 'vitest'
import { operations, type Operation, type OperationName } from '@contracts/operations'
import { may } from '@server/services/people/permission'
import type { Person } from '@contracts/people'
import { Client, signedIn } from './client'

const roles = ['manager', 'translator', 'administrator'] as const
const clients = new Map<string, Client>()
beforeAll(async () => {
  for (const role of roles) clients.set(role, await signedIn(role))
})

const all = Object.entries(operations) as [OperationName, Operation][]
const writes = ({ method, reads }: Operation) => method !== 'get' && !reads
const personOf = (role: Person['role']): Person => ({ id: 0, email: '', name: '', role, languages: ['fr-CH'] })

/** An address with places that name nothing, so that what is permitted finds nothing and changes nothing. */
const addressOf = (path: string) =>
  path.replace(/\{(\w+)\}/g, (_, name: string) => (name === 'kind' ? 'pieces' : name === 'id' ? '0' : 'names-nothing'))
/** Calls that do something though they are sent nothing: signing out, and work over the whole catalogue. */
const leftOut = new Set<OperationName>(['signOut', 'evaluateAll', 'events', 'dropPortion'])

describe('what a role may do', () => {
  it('is stated by every call that writes: a whole action, or within what it is asked', () => {
    const unclear = all.filter(([, o]) => writes(o) && o.action === 'read' && o.within === undefined)
    expect(unclear.map(([name]) => name)).toEqual([])
    const reading = all.filter(([, o]) => (o.method === 'get' || o.reads) && o.within !== undefined)
    expect(reading.map(([name]) => name)).toEqual([])
  })
  it('is nothing without signing in, but for signing in, what is delivered or shared, and how the server is', async () => {
    const open = all.filter(([, o]) => o.action === null).map(([name]) => name)
    const delivered = open.filter((name) => name.startsWith('deliver'))
    // Whoever has the secret of a link needs nothing else.
    const shared = all.filter(([, o]) => o.shared).map(([name]) => name)
    expect(shared.sort()).toEqual(['answerOnPreview', 'commentOnPreview', 'openPreview', 'previewPage', 'previewPages'])
    expect(open.filter((name) => !delivered.includes(name) && !shared.includes(name)).sort()).toEqual([
      'docs',
      'health',
      'openapi',
      'sendMedia',
      'signIn',
      // A shop has its delivery key.
      'takeShopEvents',
    ])
    expect(delivered.every((name) => operations[name].path.startsWith('/delivery'))).toBe(true)
    const nobody = new Client()
    for (const [name, { method, path, action }] of all) {
      if (action === null) continue
      const { status } = await nobody.ask(method.toUpperCase(), addressOf(path), {
        headers: { 'content-type': 'application/json' },
      })
      expect(status, name).toBe(401)
    }
  })
  it.each(roles)('is the same for a %s over HTTP as the contract says, call by call', async (role) => {
    const client = clients.get(role)!
    for (const [name, operation] of all) {
      const { method, path, action, bodyType, within } = operation
      if (action === null || leftOut.has(name)) continue
      const { status } = await client.ask(
        method.toUpperCase(),
        addressOf(path),
        method === 'get' ? {} : bodyType ? { text: '', headers: { 'content-type': bodyType } } : { json: {} },
      )
      // Within what a call is asked, another permission may be lacking.
      const fine = [200, 202, 204, 400, 404, 409, 412, 415, 422, 428, ...(within ? [403] : [])]
      if (may(personOf(role), action)) expect(fine, `${role}: ${name} answers ${status}`).toContain(status)
      else expect(status, `${role}: ${name}`).toBe(403)
    }
  })
})

describe('a translator', () => {
  const german = { storefront: 'ch', language: 'de-CH' }
  const luc = () => clients.get('translator')!
  it.each<[string, 'PUT' | 'POST', string, object]>([
    [
      'saving translations',
      'PUT',
      '/api/translations/units',
      { ...german, record: 'product:PE-1830', units: [{ unit: 'attribute:summary', target: 'x', base: null }] },
    ],
    [
      'pre-translating',
      'POST',
      '/api/translations/pretranslations',
      { target: german, records: ['product:PE-1830'], memoryFrom: 75, machine: false },
    ],
    [
      'a comment',
      'POST',
      '/api/translations/comments',
      { record: 'product:PE-1830', unit: 'attribute:summary', language: 'de-CH', segment: null, words: 'x' },
    ],
    [
      'assigning work',
      'POST',
      '/api/translations/shares',
      { language: 'de-CH', records: ['product:PE-1830'], person: 2, due: null },
    ],
  ])('may not do this in a language that is not theirs: %s', async (_what, method, path, json) => {
    expect(await luc().ask(method, path, { json })).toMatchObject({
      status: 403,
      body: { detail: expect.stringContaining('de-CH') },
    })
  })
  it('may not correct a German pair of the memory, nor import a German file', async () => {
    const { body } = await clients
      .get('manager')!
      .get<{ items: { id: number; targetLanguage: string }[] }>('/api/memory?to=de-DE&limit=1')
    expect(body.items[0]!.targetLanguage).toBe('de-DE')
    expect((await luc().put(`/api/memory/pairs/${body.items[0]!.id}`, { target: 'x' })).status).toBe(403)
    const file =
      '<?xml version="1.0"?><xliff xmlns="urn:oasis:names:tc:xliff:document:2.0" version="2.1" ' +
      'srcLang="en-GB" trgLang="de-CH"><file id="f"><unit ' +
      'id="u"><segment><source>x</source><target>y</target></segment></unit></file></xliff>'
    expect(
      (
        await luc().ask('POST', '/api/translations/import', {
          text: file,
          headers: { 'content-type': 'application/xliff+xml' },
        })
      ).status,
    ).toBe(403)
  })
  it('takes work that nobody has, and not what is somebody else’s', async () => {
    const manager = clients.get('manager')!
    const { body: people } = await manager.get<{ items: { id: number; name: string }[] }>(
      '/api/translations/translators?language=fr-CH',
    )
    const [lucs, marens] = ['Luc', 'Maren'].map((first) => people.items.find((p) => p.name.startsWith(first))!.id)
    const share = (client: Client, person: number | null) =>
      client.post('/api/translations/shares', { language: 'fr-CH', records: ['product:PE-1830'], person, due: null })
    expect((await share(luc(), lucs!)).status).toBe(200)
    expect((await share(luc(), marens!)).status).toBe(403)
    expect((await share(manager, marens!)).status).toBe(200)
    expect((await share(luc(), lucs!)).status).toBe(403)
    expect((await share(manager, null)).status).toBe(200)
  })
  it('cancels her own import, and nobody else’s', async () => {
    const file =
      '<?xml version="1.0"?><xliff xmlns="urn:oasis:names:tc:xliff:document:2.0" version="2.1" ' +
      'srcLang="en-GB" trgLang="fr-CH"><file id="f"/></xliff>'
    const { body: job } = await luc().ask<{ id: string }>('POST', '/api/translations/import', {
      text: file,
      headers: { 'content-type': 'application/xliff+xml', prefer: 'respond-async' },
    })
    expect((await luc().post(`/api/jobs/${job.id}/cancel`, {})).status).toBe(204)
    const { body: others } = await clients.get('manager')!.post<{ id: string }>('/api/coverage', {})
    expect((await luc().post(`/api/jobs/${others.id}/cancel`, {})).status).toBe(403)
  })
})

describe('a comment', () => {
  it.each([
    ['product:no-such-thing', 'attribute:summary'],
    ['product:PE-1830', 'attribute:no-such-text'],
    ['nothing', 'x'],
  ])('is refused on %s %s, which does not exist', async (record, unit) => {
    const { status } = await clients
      .get('manager')!
      .post('/api/translations/comments', { record, unit, language: 'fr-CH', segment: null, words: 'x' })
    expect([404, 422]).toContain(status)
  })
})
