import { Problem } from '../problem'

/** Lets few do something heavy at a time, and few more wait for it. */
export class Gate {
  private inside = 0
  private readonly queue: (() => void)[] = []

  constructor(private readonly most: { atOnce: number; waiting: number }) {}

  /** Does work when there is room. Throws a 503 problem where too many wait already. */
  async take<T>(work: () => Promise<T>): Promise<T> {
    if (this.inside >= this.most.atOnce) {
      if (this.queue.length >= this.most.waiting) {
        throw new Problem(
          503,
          'Busy',
          'Too many requests for this at the same time. Try again in a moment.',
          undefined,
          { retryAfter: 5 },
        )
      }
      await new Promise<void>((resolve) => this.queue.push(resolve))
    } else this.inside++
    try {
      return await work()
    } finally {
      const next = this.queue.shift()
      if (next) next()
      else this.inside--
    }
  }
}
