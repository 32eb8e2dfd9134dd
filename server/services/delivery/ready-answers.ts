import { gunzipSync } from 'node:zlib'
import { LRUCache } from 'lru-cache'

/** An answer as it is sent, again and again until something of what it was made of changes. */
export interface ReadyAnswer {
  storefront: string
  /** The number of the release that was asked for; undefined where it is whichever is live. */
  pinned: number | undefined
  /** Whether only those get it who have a key of the storefront, or a signature made with one. */
  restricted: boolean
  /** The body, packed by gzip (RFC 1952) unless it is too short to gain by it. */
  body: Buffer
  packed: boolean
  /** The entity tag, as its header says it. */
  tag: string
  /** When it changes by itself, in milliseconds since 1970; null where it never does. */
  next: number | null
  /** What it was made of: it is dropped as soon as one of these changes. */
  madeOf: readonly string[]
}

/** What an answer takes beside its body: its address, tag and entries in the index. */
const besideBody = 500

const sizeOf = ({ body, madeOf }: ReadyAnswer): number => body.length + besideBody + madeOf.length * 100

/** So much of the memory is for bodies that are unpacked, which is three times as long but quicker to send. */
const shareOfUnpacked = 0.25

/** Answers by their addresses in bounded memory; those that nobody asked for the longest go first. */
export class ReadyAnswers {
  readonly #answers: LRUCache<string, ReadyAnswer>
  readonly #unpacked: LRUCache<ReadyAnswer, Buffer>
  /** The addresses of the answers that something is part of. */
  readonly #addresses = new Map<string, Set<string>>()

  /** `bytes`: how much all answers together take at most. */
  constructor(bytes: number) {
    this.#unpacked = new LRUCache({
      maxSize: Math.max(1, Math.floor(bytes * shareOfUnpacked)),
      sizeCalculation: (body) => body.length + besideBody,
    })
    this.#answers = new LRUCache({
      maxSize: Math.max(1, Math.floor(bytes * (1 - shareOfUnpacked))),
      sizeCalculation: sizeOf,
      dispose: (answer, address) => this.#forget(address, answer),
    })
  }

  get count(): number {
    return this.#answers.size
  }

  /** How many bytes all answers take. */
  get bytes(): number {
    return this.#answers.calculatedSize + this.#unpacked.calculatedSize
  }

  /** The answer at an address; undefined where none is ready, or it has changed by itself since. */
  get(address: string, now: number): ReadyAnswer | undefined {
    const answer = this.#answers.get(address)
    if (answer === undefined) return undefined
    if (answer.next === null || now < answer.next) return answer
    this.#answers.delete(address)
    return undefined
  }

  /** The body of an answer as it is without packing. */
  unpacked(answer: ReadyAnswer): Buffer {
    if (!answer.packed) return answer.body
    const known = this.#unpacked.get(answer)
    if (known) return known
    const body = gunzipSync(answer.body)
    this.#unpacked.set(answer, body)
    return body
  }

  /** Keeps an answer. */
  put(address: string, answer: ReadyAnswer): void {
    this.#answers.set(address, answer)
    if (!this.#answers.has(address)) return
    for (const part of answer.madeOf) {
      const addresses = this.#addresses.get(part)
      if (addresses) addresses.add(address)
      else this.#addresses.set(part, new Set([address]))
    }
  }

  /** Drops all answers that something is part of. */
  drop(part: string): void {
    for (const address of [...(this.#addresses.get(part) ?? [])]) this.#answers.delete(address)
  }

  clear(): void {
    this.#answers.clear()
    this.#unpacked.clear()
  }

  #forget(address: string, answer: ReadyAnswer): void {
    this.#unpacked.delete(answer)
    for (const part of answer.madeOf) {
      const addresses = this.#addresses.get(part)
      addresses?.delete(address)
      if (addresses?.size === 0) this.#addresses.delete(part)
    }
  }
}
