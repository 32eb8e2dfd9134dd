import { isSignature } from './signature'

// Another way for pages to come into a shop: they are given to it, signed, as they change. This shop keeps them beside
// what it reads from delivery, and shows them as they came.

/** A page that was given; null where there is none any more. */
interface PushedPage {
  kind: string
  key: string
  language: string
  page: object | null
}

/** A message older than this is not taken, in milliseconds: somebody may have listened, and send it again. */
const mostOld = 300_000
/** So many pages are kept, the latest. */
const mostPages = 20_000

export interface Answer {
  status: number
  body: object
}

const refused = (status: number, problem: string): Answer => ({ status, body: { problem } })

/** What was given to a shop. */
export class PushedPages {
  private readonly pages = new Map<string, object>()

  /** `secret`: with what messages are signed; without one, none is taken. */
  constructor(
    private readonly secret: string | undefined,
    private readonly now: () => number = Date.now,
  ) {}

  /** Takes a message: a challenge is given back, pages are kept. */
  take(headers: Record<string, string | string[] | undefined>, text: string): Answer {
    const time = String(headers['inkloom-time'] ?? '')
    const signature = String(headers['inkloom-signature'] ?? '')
    if (this.secret === undefined || !isSignature(this.secret, `${time}\n${text}`, signature))
      return refused(401, 'The signature is wrong.')
    if (!(Math.abs(this.now() - Number(time) * 1000) <= mostOld)) return refused(401, 'The message is too old.')
    const body = JSON.parse(text) as { event: string; challenge?: string; storefront: string; items?: PushedPage[] }
    if (body.event === 'connection.test') return { status: 200, body: { challenge: body.challenge } }
    if (body.event !== 'pages' || !Array.isArray(body.items)) return refused(422, 'These are no pages.')
    for (const item of body.items) this.keep(body.storefront, item)
    return { status: 200, body: { taken: body.items.length } }
  }

  /** What was given of a page; undefined where it was not, or is no more. */
  page(storefront: string, language: string, kind: string, key: string): object | undefined {
    return this.pages.get([storefront, language, kind, key].join('/'))
  }

  get count(): number {
    return this.pages.size
  }

  private keep(storefront: string, { language, kind, key, page }: PushedPage): void {
    const at = [storefront, language, kind, key].join('/')
    this.pages.delete(at)
    if (page !== null) this.pages.set(at, page)
    for (const oldest of this.pages.keys()) {
      if (this.pages.size <= mostPages) return
      this.pages.delete(oldest)
    }
  }
}
