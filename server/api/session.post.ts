import { endpoint } from '../http/endpoint'
import { isOwnPage, originOf } from '../http/origin'
import { writeSessionCookie } from '../http/session-cookie'
import { Problem } from '../services/problem'
import { signIn } from '../services/people/session'

export default endpoint('signIn', async ({ event, body, now }) => {
  if (!isOwnPage(event))
    throw new Problem(403, 'Not allowed', 'Sign in on the page of Ink Loom itself, not from another site.')
  const { secret, ...signedIn } = await signIn(body.email, body.password, originOf(event), now)
  writeSessionCookie(event, secret)
  return { ...signedIn, now: new Date(now).toISOString() }
})
