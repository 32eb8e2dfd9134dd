import { operations } from '@contracts/operations'
import { endpoint } from '../http/endpoint'
import { cookieOf } from '../http/signed-in'
import { sourceOf, writeAudit } from '../services/audit'
import { signOut } from '../services/session'

export default endpoint(operations.signOut, async ({ event, person, asking }) => {
  const cookie = await cookieOf(event)
  if (cookie.data.secret) await signOut(cookie.data.secret)
  await cookie.clear()
  await writeAudit('sign-out', sourceOf(person, asking))
})
