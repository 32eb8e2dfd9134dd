import { describe, expect, it } from 'vitest'
import { operations, type Operation } from '@contracts/operations'
import { seeded } from '@core/numbers/seeded'
import { RequestMaker } from './made-requests'
import { ownWorld, type Answer } from './world'

const world = ownWorld({ name: 'fuzz', role: 'administrator' })
const whole = process.env.INKLOOM_HOSTILE === 'all'
const requestsOfEach = whole ? 200 : 15
const seed = 20_261_129

/** What ends the session that asks, and what never ends. */
const leftOut = new Set(['signOut', 'events'])
const all = (Object.entries(operations) as [string, Operation][]).filter(([name]) => !leftOut.has(name))

interface Problem {
  title?: unknown
  status?: unknown
  detail?: unknown
}

/** What is wrong with an answer; undefined where nothing is. */
function faultOf({ status, headers, body }: Answer): string | undefined {
  // 507 and 503 are for full disks and outages, of which there are none here.
  if (status >= 500) return `answered ${status}: ${JSON.stringify(body).slice(0, 300)}`
  if (status < 400) return undefined
  if (!headers.get('content-type')?.startsWith('application/problem+json'))
    return `${status} without a problem document`
  const { title, status: told, detail } = body as Problem
  if (typeof title !== 'string' || typeof detail !== 'string' || told !== status)
    return 'a problem document of another shape'
  if (/select |insert |update |\bat .*\.(ts|mjs):|Cannot read prop|undefined/i.test(detail))
    return `tells what is inside: ${detail}`
  return undefined
}

describe('every call, with what the contract allows and what it does not', () => {
  it.each(all)(
    '%s',
    async (name, operation) => {
      const maker = new RequestMaker(seeded(seed + [...name].reduce((n, c) => n * 31 + c.charCodeAt(0), 7)))
      const faults: string[] = []
      for (let n = 0; n < requestsOfEach; n++) {
        const { at: made, json, text } = maker.request(operation)
        // What is waited for does not come while nobody else writes.
        const at = made.replace(/([?&]wait=)\d+/, '$10')
        const headers: Record<string, string> = { 'If-Match': '*' }
        if (text !== undefined) headers['content-type'] = operation.bodyType!
        try {
          const answer = await world.ask(operation.method.toUpperCase(), at, {
            json,
            body: text,
            headers,
            patience: 20_000,
          })
          const fault = faultOf(answer)
          if (fault) faults.push(`${at.slice(0, 200)} ${JSON.stringify(json ?? text)?.slice(0, 600)}: ${fault}`)
        } catch (e) {
          faults.push(`${at.slice(0, 200)} ${JSON.stringify(json ?? text)?.slice(0, 600)}: no answer, ${String(e)}`)
        }
      }
      expect(faults).toEqual([])
    },
    120_000,
  )
})
