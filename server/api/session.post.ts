import { operations } from '@contracts/operations'
import { endpoint } from '../http/endpoint'
import { cookieOf } from '../http/signed-in'
import { signIn } from '../services/session'

export default endpoint<object, { email: string; password: string }>(operations.signIn, async ({ event, body, now }) => {
  const { secret, ...signedIn } = await signIn(body.email, body.password, now)
  const cookie = await cookieOf(event)
  await cookie.update({ secret })
  return signedIn
})
