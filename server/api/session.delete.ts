import { endpoint } from '../http/endpoint'
import { readSessionCookie, removeSessionCookie } from '../http/session-cookie'
import { sourceOf, writeAudit } from '../services/people/audit'
import { signOut } from '../services/people/session'

export default endpoint('signOut', async ({ event, person, asking }) => {
  const secret = readSessionCookie(event)
  if (secret !== undefined) await signOut(secret)
  removeSessionCookie(event)
  await writeAudit('sign-out', sourceOf(person, asking))
})
