import { getCookie, setCookie, type H3Event } from 'h3'
import { settings } from '../settings'

const name = 'inkloom-preview'
/** A browser keeps the secrets of so many previews; those opened last. */
const most = 5

/** The secrets of the previews that a browser has opened. */
export const openedPreviews = (event: H3Event): string[] =>
  (getCookie(event, name) ?? '').split('.').filter((secret) => /^[\w-]{43}$/.test(secret))

/**
 * Has a browser send the secret of a preview along with what it asks of the media library: pictures cannot send it
 * otherwise.
 */
export function notePreview(event: H3Event, secret: string): void {
  const secrets = [secret, ...openedPreviews(event).filter((s) => s !== secret)].slice(0, most)
  setCookie(event, name, secrets.join('.'), {
    httpOnly: true,
    sameSite: 'lax',
    secure: settings().secureCookies,
    path: '/delivery/media',
  })
}
