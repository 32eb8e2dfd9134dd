import { sendRedirect, type H3Event } from 'h3'

/** What is asked for at an address, as it stands there. */
const queryOf = ({ path }: H3Event): string => (path.includes('?') ? path.slice(path.indexOf('?')) : '')

/** Says that a page of delivery is at another address now: 301, with whatever else was asked. */
export async function sendMoved(event: H3Event, to: readonly string[]): Promise<never> {
  await sendRedirect(event, `/delivery/${to.map(encodeURIComponent).join('/')}${queryOf(event)}`, 301)
  return undefined as never
}
