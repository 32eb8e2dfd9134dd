import { sourceOf, writeAudit } from '../services/people/audit'
import type { Call } from './endpoint'

/**
 * Notes in the audit log that somebody wrote over, or deleted, whatever was there: `If-Match: *` is for programs that
 * mean it.
 */
export async function noteAnyVersion({ event, person, asking, header }: Call<unknown, unknown>): Promise<void> {
  if (header('if-match') !== '*') return
  await writeAudit('any-version', sourceOf(person, asking), { method: event.method, path: event.path.split('?')[0] })
}
