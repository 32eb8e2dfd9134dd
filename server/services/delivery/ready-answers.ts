import { LRUCache } from 'lru-cache'

/** In what an answer can be sent packed (RFC 9110, 8.4.1). */
export type Encoding = 'br' | 'gzip'

/** An answer as it is sent, again and again until something of what it was made of changes. */
export interface ReadyAnswer {
  storefront: string
  /** The number of the release that was asked for; undefined where it is whichever is live. */
  pinned: number | undefined
  body: Buffer
  type: string
  /** The entity tag, as its header says it. */
  tag: string
  /** When it changes by itself, in milliseconds since 1970; null where it never does. */
  next: number | null
  /** The body packed, for the encodings in which it was asked for. */
  packed: Map<Encoding, Buffer>
  /** What it was made of: it is dropped as soon as one of these changes. */
  madeOf: readonly string[]
}

/** What an answer takes beside its bodies: its address, tag and entries in the index. */
const besideBodies = 500

function sizeOf({ body, packed, madeOf }: ReadyAnswer): number {
  const bodies = [body, ...packed.values()].reduce((sum, { length }) => sum + length, 0)
  return bodies + besideBodies + madeOf.length * 100
}

/** Answers by their addresses in bounded memory; those that nobody asked for the longest go first. */
export class ReadyAnswers {
  readonly #answers: LRUCache<string, ReadyAnswer>
  /** The addresses of the answers that something is part of. */
  readonly #addresses = new Map<string, Set<string>>()

  /** `bytes`: how much all answers together take at most. */
  constructor(bytes: number) {
    this.#answers = new LRUCache({
      maxSize: Math.max(1, bytes),
      sizeCalculation: sizeOf,
      dispose: (answer, address) => this.#forget(address, answer),
    })
  }

  get count(): number {
    return this.#answers.size
  }

  /** How many bytes all answers take. */
  get bytes(): number {
    return this.#answers.calculatedSize
  }

  /** The answer at an address; undefined where none is ready, or it has changed by itself since. */
  get(address: string, now: number): ReadyAnswer | undefined {
    const answer = this.#answers.get(address)
    if (answer === undefined) return undefined
    if (answer.next === null || now < answer.next) return answer
    this.#answers.delete(address)
    return undefined
  }

  /** Whether an answer is the one that is ready at an address. */
  holds(address: string, answer: ReadyAnswer): boolean {
    return this.#answers.peek(address) === answer
  }

  /** Keeps an answer, also one that has grown by a packed body. */
  put(address: string, answer: ReadyAnswer): void {
    this.#answers.set(address, answer)
    if (!this.#answers.has(address)) return
    for (const part of [...answer.madeOf, partOfAll(answer.storefront)]) {
      const addresses = this.#addresses.get(part)
      if (addresses) addresses.add(address)
      else this.#addresses.set(part, new Set([address]))
    }
  }

  /** Drops all answers that something is part of. */
  drop(part: string): void {
    for (const address of [...(this.#addresses.get(part) ?? [])]) this.#answers.delete(address)
  }

  /** Drops all answers of a storefront. */
  dropStorefront(storefront: string): void {
    this.drop(partOfAll(storefront))
  }

  clear(): void {
    this.#answers.clear()
  }

  #forget(address: string, { madeOf, storefront }: ReadyAnswer): void {
    for (const part of [...madeOf, partOfAll(storefront)]) {
      const addresses = this.#addresses.get(part)
      addresses?.delete(address)
      if (addresses?.size === 0) this.#addresses.delete(part)
    }
  }
}

/** What every answer of a storefront is made of. No page has a key with a line break. */
const partOfAll = (storefront: string) => `${storefront}\n`
