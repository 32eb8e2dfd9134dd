import http, { type Server } from 'node:http'
import net from 'node:net'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { ownDatabase } from './database'

ownDatabase()
// Nothing private is named here, unlike in other tests.
process.env.INKLOOM_ALLOW_PRIVATE_FETCH = '127.0.0.2, inside.example'
const { embeddedAddress, guardedFetch, isPublicAddress } = await import('@server/services/outside/guarded-fetch')

const fetched = (place: string) => guardedFetch(place, { patience: 3000 })
const refusal = (place: string) =>
  fetched(place).then(
    () => 'fetched',
    (e: Error) => e.message,
  )

describe('an address', () => {
  // Ranges of the special-purpose address registries (RFC 6890), and IPv4 in IPv6 (RFC 4291, 6052).
  it.each([
    '127.0.0.1',
    '10.0.0.1',
    '172.31.255.255',
    '192.168.1.1',
    '169.254.169.254',
    '100.64.0.1',
    '0.0.0.0',
    '224.0.0.1',
    '255.255.255.255',
    '::1',
    '::',
    'fe80::1',
    'fc00::1',
    'fd12::1',
    'ff02::1',
    '::ffff:127.0.0.1',
    '::ffff:7f00:1',
    '::127.0.0.1',
    '64:ff9b::a00:1',
    '2002:7f00:1::',
    '2001:db8::1',
    '2001::1',
  ])('%s is not public', (address) => {
    expect(isPublicAddress(address)).toBe(false)
  })
  it.each(['8.8.8.8', '172.32.0.1', '2606:4700::1', '64:ff9b::808:808', '::ffff:8.8.8.8'])('%s is', (address) => {
    expect(isPublicAddress(address)).toBe(true)
  })
  it('in IPv6 is told from one that is none', () => {
    expect([embeddedAddress('::ffff:a9fe:a9fe'), embeddedAddress('2606:4700::1'), embeddedAddress('::1')]).toEqual([
      '169.254.169.254',
      undefined,
      undefined,
    ])
  })
})

describe('fetching', () => {
  let server: Server
  let port = 0
  let asked = 0
  beforeAll(async () => {
    server = http.createServer((request, response) => {
      asked++
      if (request.url === '/to-private')
        return response.writeHead(302, { location: `http://127.0.0.1:${port}/x` }).end()
      if (request.url === '/to-file') return response.writeHead(302, { location: 'file:///etc/passwd' }).end()
      if (request.url === '/round') return response.writeHead(302, { location: '/round' }).end()
      return response.end('sku\n')
    })
    await new Promise<void>((done) => server.listen(0, '0.0.0.0', done))
    port = (server.address() as net.AddressInfo).port
  })
  afterAll(() => {
    server.close()
  })

  it.each([
    '127.0.0.1',
    '127.1',
    '2130706433',
    '0x7f.0.0.1',
    '0177.0.0.1',
    '[::1]',
    '[::ffff:127.0.0.1]',
    '[::ffff:7f00:1]',
    'localhost',
    '0',
  ])('a private place, however it is spelt, is refused: %s', async (host) => {
    const before = asked
    expect(await refusal(`http://${host}:${port}/x`)).toMatch(/not a public address|did not answer/)
    expect(asked).toBe(before)
  })
  it('what the installation names is fetched, and redirects from it are checked again', async () => {
    expect((await fetched(`http://127.0.0.2:${port}/x`)).statusCode).toBe(200)
    expect(await refusal(`http://127.0.0.2:${port}/to-private`)).toContain('not a public address')
    expect(await refusal(`http://127.0.0.2:${port}/to-file`)).toContain('did not answer')
    expect(await refusal(`http://127.0.0.2:${port}/round`)).toContain('more than 5 times')
  })
  it('an open port reads the same as a closed one, and as one that speaks something else', async () => {
    const other = net.createServer((socket) => socket.end('220 mail.example ESMTP\r\n')).listen(0, '127.0.0.2')
    await new Promise((done) => other.once('listening', done))
    const places = [`http://127.0.0.2:${(other.address() as net.AddressInfo).port}/x`, 'http://127.0.0.2:9/x']
    const [open, closed] = await Promise.all(places.map(async (p) => (await refusal(p)).replace(p, '…')))
    other.close()
    expect(open).toBe(closed)
    const [openPrivate, closedPrivate] = await Promise.all(
      [port, 9].map(async (p) => (await refusal(`http://127.0.0.1:${p}/x`)).replace(String(p), '…')),
    )
    expect(openPrivate).toBe(closedPrivate)
  })
})
