import { defineEventHandler, setResponseHeader, setResponseStatus, type H3Event } from 'h3'
import { notFound, Problem } from '../services/problem'
import { answerProblem } from './endpoint'
import { methodsAt } from './methods'

/** Answers as GET would, without the body. */
async function answerHead(event: H3Event): Promise<string> {
  const answer = await event.fetch(event.path, { method: 'GET' })
  await answer.body?.cancel()
  setResponseStatus(event, answer.status)
  for (const [name, value] of answer.headers) setResponseHeader(event, name, value)
  return ''
}

/** Answers what no route takes: an address that there is not, or one that has other methods. */
export const answerUnknown = defineEventHandler((event) => {
  const pathname = event.path.split('?')[0]!
  const methods = methodsAt(pathname)
  if (methods.length === 0) return answerProblem(event, notFound(`call ${event.method} ${pathname}`))
  if (event.method === 'HEAD') return answerHead(event)
  setResponseHeader(event, 'Allow', methods.join(', '))
  if (event.method === 'OPTIONS') {
    setResponseStatus(event, 204)
    return null
  }
  return answerProblem(
    event,
    new Problem(405, 'Method not allowed', `${pathname} takes ${methods.join(', ')}, not ${event.method}.`),
  )
})
