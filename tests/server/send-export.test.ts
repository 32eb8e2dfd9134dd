import { createServer, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { createApp, defineEventHandler, toNodeListener } from 'h3'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { ownDatabase } from './database'

ownDatabase()
const { answerProblem } = await import('@server/http/endpoint')
const { sendExport } = await import('@server/http/send-export')
const { unprocessable } = await import('@server/services/problem')

type Chunks = AsyncGenerator<string>
let chunks: () => Chunks
let server: Server
let base = ''
beforeAll(async () => {
  const app = createApp().use(
    defineEventHandler(async (event) => {
      try {
        const call = { event, person: { id: 1 }, asking: { origin: 'here', by: 'cookie' } }
        await sendExport(call as never, { name: 'a.csv', type: 'text/csv', chunks: chunks() })
        return undefined
      } catch (e) {
        return answerProblem(event, e)
      }
    }),
  )
  server = createServer(toNodeListener(app)).listen(0, '127.0.0.1')
  await new Promise((resolve) => server.once('listening', resolve))
  base = `http://127.0.0.1:${(server.address() as AddressInfo).port}/`
})
afterAll(() => server.close())

describe('a file that is sent as it is made', () => {
  it('arrives whole, with its name', async () => {
    chunks = async function* () {
      yield 'a,b\n'
      yield '1,2\n'
    }
    const answer = await fetch(base)
    expect([answer.status, answer.headers.get('content-disposition')]).toEqual([200, 'attachment; filename="a.csv"'])
    expect(await answer.text()).toBe('a,b\n1,2\n')
  })
  it('that holds nothing is an empty file', async () => {
    chunks = async function* () {}
    expect(await (await fetch(base)).text()).toBe('')
  })
  it('that cannot be begun is a problem document', async () => {
    chunks = async function* () {
      await Promise.resolve()
      throw unprocessable('There is nothing of that kind.')
    }
    const answer = await fetch(base)
    expect([answer.status, answer.headers.get('content-type')]).toEqual([422, 'application/problem+json'])
  })
  it('that cannot be made to its end ends the connection, so that nobody takes it for the whole', async () => {
    chunks = async function* () {
      yield 'a,b\n'
      await new Promise((resolve) => setTimeout(resolve, 50))
      throw new Error('The disk is gone.')
    }
    const answer = await fetch(base)
    expect(answer.status).toBe(200)
    await expect(answer.text()).rejects.toThrow()
  })
})
