import { setResponseStatus, type H3Event } from 'h3'
import { connections } from '../db/connect'
import { version } from '../../package.json'

/** Whether the server can do its work; 503 where its database does not answer. */
export async function health(event: H3Event) {
  try {
    await connections().query('select 1')
    return { status: 'ok', database: 'ok', version }
  } catch {
    setResponseStatus(event, 503)
    return { status: 'unavailable', database: 'unreachable', version }
  }
}
