import { writeAudit } from '../services/audit'
import type { Call } from './endpoint'

/**
 * Notes in the audit log that somebody wrote over, or deleted, whatever was there: `If-Match: *` is for programs that
 * mean it.
 */
export async function noteAnyVersion({ event, person, asking, header }: Call<unknown, unknown>): Promise<void> {
  if (header('if-match') !== '*') return
  const source = { personId: person.id, origin: asking.origin, by: asking.by }
  await writeAudit('any-version', source, { method: event.method, path: event.path.split('?')[0] })
}
