import { mkdtempSync, rmSync } from 'node:fs'
import { createServer, type AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import path from 'node:path'
import S3rver from 's3rver'
import { afterAll, beforeAll } from 'vitest'
import type { Bucket } from '@server/settings'

async function freePort(): Promise<number> {
  return new Promise((done) => {
    const probe = createServer().listen(0, '127.0.0.1', () => {
      const { port } = probe.address() as AddressInfo
      probe.close(() => done(port))
    })
  })
}

/**
 * A bucket of `s3rver`, a server that speaks S3, while the tests of a file or a group run. It looks up the key of a
 * signature and does not compute it. Says how the bucket is named once it is there.
 */
export function bucketServer(): () => Bucket {
  const directory = mkdtempSync(path.join(tmpdir(), 's3-'))
  let server: S3rver
  let port = 0
  beforeAll(async () => {
    port = await freePort()
    const listens = { port, address: '127.0.0.1', silent: true, directory }
    server = new S3rver({ ...listens, configureBuckets: [{ name: 'loom', configs: [] }] })
    await server.run()
  })
  afterAll(async () => {
    await server.close()
    rmSync(directory, { recursive: true, force: true })
  })
  const known = { region: 'us-east-1', bucket: 'loom', key: 'S3RVER', secret: 'S3RVER' }
  return () => ({ endpoint: `http://127.0.0.1:${port}`, ...known })
}
