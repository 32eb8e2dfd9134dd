import { defineEventHandler, setResponseHeader, setResponseStatus, type H3Event } from 'h3'
import { answerProblem } from '../http/endpoint'
import { methodsAt } from '../http/methods'
import { notFound, Problem } from '../services/problem'

/** Answers as GET would, without the body. */
async function answerHead(event: H3Event): Promise<string> {
  const answer = await event.fetch(event.path, { method: 'GET' })
  await answer.body?.cancel()
  setResponseStatus(event, answer.status)
  for (const [name, value] of answer.headers) setResponseHeader(event, name, value)
  return ''
}

// Without this, unknown addresses would be answered by the application's page with 200.
export default defineEventHandler((event) => {
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
