import { createHash, randomUUID } from 'node:crypto'
import type { Bucket } from '../settings'
import { askBucket } from './s3'
import type { Tree, WrittenPlace, WrittenRelease } from './written-place'

// A storefront in a bucket. Contents are kept once each by their digests, `content/{digest}`; a tree, `trees/{name}.json`,
// says which content each address has; and `live.json` names the tree that is served. It is written last, so that no
// reader ever sees a half. Whoever serves it reads `live.json`, then its tree, then contents, which never change.

const live = 'live.json'

/** The content of each address, by digest in hexadecimal. */
type Addresses = Record<string, string>

interface Pointer {
  tree: string
  /** The tree before, which somebody may still read. */
  before: string | null
  about: WrittenRelease
}

interface BucketTree extends Tree {
  addresses: Map<string, string>
}

const mimeOf = (file: string): string =>
  mimes.find(([ending]) => file.endsWith(ending))?.[1] ?? 'application/octet-stream'
const mimes: readonly (readonly [string, string])[] = [
  ['.json', 'application/json'],
  ['.xml', 'application/xml; charset=utf-8'],
  ['.webp', 'image/webp'],
  ['.svg', 'image/svg+xml'],
]

/** The files of one storefront in a bucket, under a path. */
export class WrittenBucket implements WrittenPlace {
  readonly #ask: ReturnType<typeof askBucket>
  readonly #root: string
  /** Contents that are known to be there. */
  #kept = new Set<string>()

  constructor(bucket: Bucket, root: string) {
    this.#ask = askBucket(bucket)
    this.#root = root
  }

  async current(): Promise<WrittenRelease | undefined> {
    return (await this.#pointer())?.about
  }

  async begin({ like }: { like: 'nothing' | 'live' }): Promise<Tree> {
    const pointer = await this.#pointer()
    const served = pointer ? await this.#tree(pointer.tree) : {}
    this.#kept = new Set(Object.values(served))
    const addresses = new Map(like === 'live' ? Object.entries(served) : [])
    const tree: BucketTree = {
      name: randomUUID(),
      addresses,
      put: async (file, body) => void addresses.set(file, await this.#keep(file, body)),
      read: async (file) => {
        const digest = addresses.get(file)
        return digest === undefined ? undefined : this.#read(contentOf(digest))
      },
      remove: (file) => Promise.resolve(void addresses.delete(file)),
      removeAll(folder) {
        for (const file of addresses.keys()) if (file.startsWith(`${folder}/`)) addresses.delete(file)
        return Promise.resolve()
      },
    }
    return tree
  }

  async publish(tree: Tree, about: WrittenRelease): Promise<void> {
    const { name, addresses } = tree as BucketTree
    const pointer = await this.#pointer()
    await this.#write(treeOf(name), JSON.stringify(Object.fromEntries(addresses)), 'application/json')
    const next: Pointer = { tree: name, before: pointer?.tree ?? null, about }
    await this.#write(live, JSON.stringify(next), 'application/json')
    if (pointer?.before) await this.#forget(pointer.before, [pointer.tree, name])
  }

  /** Contents that were written for it stay until a tree has them, or the one that had them goes. */
  async discard({ name }: Tree): Promise<void> {
    await this.#ask('DELETE', `${this.#root}/${treeOf(name)}`)
  }

  async #pointer(): Promise<Pointer | undefined> {
    const text = await this.#read(live)
    return text === undefined ? undefined : (JSON.parse(text) as Pointer)
  }

  async #tree(name: string): Promise<Addresses> {
    return JSON.parse((await this.#read(treeOf(name))) ?? '{}') as Addresses
  }

  async #read(at: string): Promise<string | undefined> {
    const answer = await this.#ask('GET', `${this.#root}/${at}`)
    return answer.ok ? answer.text() : undefined
  }

  async #write(at: string, body: string | Buffer, mime: string): Promise<void> {
    const content = typeof body === 'string' ? body : new Uint8Array(body)
    await this.#ask('PUT', `${this.#root}/${at}`, { body: content, headers: { 'Content-Type': mime } })
  }

  /** Keeps a content once; returns its digest. */
  async #keep(file: string, body: string | Buffer): Promise<string> {
    const digest = createHash('sha256').update(body).digest('hex')
    if (this.#kept.has(digest)) return digest
    await this.#write(contentOf(digest), body, mimeOf(file))
    this.#kept.add(digest)
    return digest
  }

  /** Takes away a tree, and contents that no tree which is kept has. */
  async #forget(gone: string, kept: readonly string[]): Promise<void> {
    const inUse = new Set<string>()
    for (const name of kept) for (const digest of Object.values(await this.#tree(name))) inUse.add(digest)
    const unused = new Set(Object.values(await this.#tree(gone)).filter((digest) => !inUse.has(digest)))
    for (const digest of unused) await this.#ask('DELETE', `${this.#root}/${contentOf(digest)}`)
    await this.#ask('DELETE', `${this.#root}/${treeOf(gone)}`)
  }
}

const contentOf = (digest: string): string => `content/${digest}`
const treeOf = (name: string): string => `trees/${name}.json`
