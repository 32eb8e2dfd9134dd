import { operations } from '@contracts/operations'
import { endpoint } from '../http/endpoint'
import { readSessionCookie, removeSessionCookie } from '../http/session-cookie'
import { sourceOf, writeAudit } from '../services/audit'
import { signOut } from '../services/session'

export default endpoint(operations.signOut, async ({ event, person, asking }) => {
  const secret = readSessionCookie(event)
  if (secret !== undefined) await signOut(secret)
  removeSessionCookie(event)
  await writeAudit('sign-out', sourceOf(person, asking))
})
