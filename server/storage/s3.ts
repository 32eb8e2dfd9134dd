import { AwsClient } from 'aws4fetch'
import { openAsBlob } from 'node:fs'
import { Readable } from 'node:stream'
import type { ReadableStream as WebStream } from 'node:stream/web'
import type { Bucket } from '../settings'
import type { Storage } from './storage'

/**
 * Asks for something in a bucket by its path. What is not there is answered with 404, and so is a bucket that is not:
 * that a PUT is, throws, as does every other refusal, with an Error that names the answer.
 */
export function askBucket(b: Bucket): (method: string, at: string, init?: RequestInit) => Promise<Response> {
  const client = new AwsClient({
    accessKeyId: b.key,
    secretAccessKey: b.secret,
    region: b.region,
    service: 's3',
    retries: 3,
  })
  const root = `${b.endpoint.replace(/\/$/, '')}/${b.bucket}`
  return async (method, at, init = {}) => {
    const address = `${root}/${at.split('/').map(encodeURIComponent).join('/')}`
    const answer = await client.fetch(address, { method, ...init })
    if (answer.status === 404 && method === 'PUT') throw new Error(`There is no bucket “${b.bucket}” at ${b.endpoint}.`)
    if (!answer.ok && answer.status !== 404)
      throw new Error(
        `The storage answered ${answer.status} to ${method} ${at}: ${(await answer.text()).slice(0, 300)}`,
      )
    return answer
  }
}

/** Contents in a bucket. Throws an Error that names the answer where the server refuses. */
export function s3Storage(b: Bucket): Storage {
  const askFor = askBucket(b)
  const ask = (method: string, key: string, init?: RequestInit) => askFor(method, `media/${key}`, init)
  const there = async (key: string) => (await ask('HEAD', key)).ok
  return {
    async put(key, file, mime) {
      if (await there(key)) return
      // The length is signed and the content is not, so that it needs to be in memory only as it is sent.
      const body = await (await openAsBlob(file)).arrayBuffer()
      await ask('PUT', key, { body, headers: { 'Content-Type': mime } })
    },
    async get(key) {
      const answer = await ask('GET', key)
      return answer.ok && answer.body ? Readable.fromWeb(answer.body as WebStream) : undefined
    },
    has: there,
    async remove(key) {
      await ask('DELETE', key)
    },
  }
}
