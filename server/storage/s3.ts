import { AwsClient } from 'aws4fetch'
import { openAsBlob } from 'node:fs'
import { Readable } from 'node:stream'
import type { ReadableStream as WebStream } from 'node:stream/web'
import type { Storage } from './storage'

/** A bucket of a server that speaks S3, addressed by path, so that it needs no name of its own for each bucket. */
export interface Bucket {
  endpoint: string
  region: string
  bucket: string
  key: string
  secret: string
}

/** Contents in a bucket. Throws an Error that names the answer where the server refuses. */
export function s3Storage(b: Bucket): Storage {
  const client = new AwsClient({
    accessKeyId: b.key,
    secretAccessKey: b.secret,
    region: b.region,
    service: 's3',
    retries: 3,
  })
  const at = (key: string) => `${b.endpoint.replace(/\/$/, '')}/${b.bucket}/media/${encodeURIComponent(key)}`
  const ask = async (method: string, key: string, init: RequestInit = {}) => {
    const answer = await client.fetch(at(key), { method, ...init })
    if (!answer.ok && answer.status !== 404)
      throw new Error(
        `The storage answered ${answer.status} to ${method} ${key}: ${(await answer.text()).slice(0, 300)}`,
      )
    return answer
  }
  const there = async (key: string) => (await ask('HEAD', key)).ok
  return {
    async put(key, file, mime) {
      if (await there(key)) return
      // The length is signed and the content is not, so that it needs to be in memory only as it is sent.
      const body = await (await openAsBlob(file)).arrayBuffer()
      const answer = await ask('PUT', key, { body, headers: { 'Content-Type': mime } })
      if (!answer.ok) throw new Error(`There is no bucket “${b.bucket}” at ${b.endpoint}.`)
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
