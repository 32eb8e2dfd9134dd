import { settings } from '../settings'

let known: Readonly<Record<string, string>> | undefined

/** What every answer carries so that browsers are strict. */
export function strictHeaders(): Readonly<Record<string, string>> {
  if (known) return known
  const overHttps = settings().publicUrl?.startsWith('https://') ?? false
  return (known = {
    'X-Content-Type-Options': 'nosniff',
    'Referrer-Policy': 'same-origin',
    'X-Frame-Options': 'SAMEORIGIN',
    ...(overHttps ? { 'Strict-Transport-Security': 'max-age=31536000; includeSubDomains' } : {}),
  })
}
