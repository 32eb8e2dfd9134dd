import { createServer, type IncomingMessage } from 'node:http'
import type { AddressInfo } from 'node:net'
import { text } from 'node:stream/consumers'

/** A message as the other side of a connection gets it. */
export interface Received {
  path: string
  headers: IncomingMessage['headers']
  text: string
  body: Record<string, unknown>
}

/** How the other side answers: with a challenge where it was sent one, after some milliseconds. */
export type Answering = (got: Received) => { status: number; text: string; after?: number }

/** Answers as it has to. */
export const takes: Answering = ({ body }) => ({ status: 200, text: String(body.challenge ?? '') })

/** The other side of connections: it keeps what it gets, and answers as it is told to. */
export class Receiver {
  readonly received: Received[] = []
  answering = takes
  base = ''
  readonly #server = createServer((req, res) => {
    void (async () => {
      const sent = await text(req)
      const got = { path: req.url!, headers: req.headers, text: sent, body: JSON.parse(sent) as Received['body'] }
      this.received.push(got)
      const { status, text: answer, after = 0 } = this.answering(got)
      await new Promise((resolve) => setTimeout(resolve, after))
      res.writeHead(status).end(answer)
    })()
  })

  async start(): Promise<void> {
    await new Promise<void>((resolve) => this.#server.listen(0, '127.0.0.1', resolve))
    this.base = `http://127.0.0.1:${(this.#server.address() as AddressInfo).port}`
  }

  stop(): void {
    this.#server.close()
    this.#server.closeAllConnections()
  }
}
