import pg from 'pg'
import { setResponseHeader, setResponseStatus, type H3Event } from 'h3'
import { noteOutage } from '../db/connect'
import { settings } from '../settings'
import { version } from '../../package.json'

/** An answer is given after so long at the latest, in milliseconds. */
const patience = 150
/** What is known of the database is not asked again for so long, so that nobody can keep it busy by asking. */
const freshFor = 500
/** A database that is busy answers late: what was known so lately holds until it does. */
const holdsFor = 5000
/** The server looks by itself every so many milliseconds: often enough that what is known always holds. */
const pulse = 2000

let client: Promise<pg.Client> | undefined
let known: { at: number; there: boolean } | undefined
let asking: Promise<boolean> | undefined

/** The health check's own connection, so that it answers when all others are taken. */
function connection(): Promise<pg.Client> {
  return (client ??= (async () => {
    const made = new pg.Client({
      connectionString: settings().databaseUrl,
      application_name: 'inkloom health',
      connectionTimeoutMillis: 2000,
      query_timeout: 2000,
    })
    const forget = () => {
      client = undefined
    }
    made.on('error', forget).on('end', forget)
    await made.connect()
    return made
  })().catch((e: unknown) => {
    client = undefined
    throw e
  }))
}

async function ask(): Promise<boolean> {
  try {
    await (await connection()).query('select 1')
    return true
  } catch (e) {
    noteOutage(e)
    // One that does not answer may never do so.
    const broken = client
    client = undefined
    void broken?.then((c) => c.end()).catch(() => undefined)
    return false
  }
}

/** Looks whether the database answers; whoever asks meanwhile waits for the same look. */
function look(): Promise<boolean> {
  return (asking ??= ask()
    .then((there) => {
      known = { at: Date.now(), there }
      return there
    })
    .finally(() => {
      asking = undefined
    }))
}

/**
 * Has the server look by itself now and then. Without it, the first question after a quiet time would have to call a
 * database that is only busy unreachable, as nothing is known of it.
 */
export function keepLooking(): void {
  void look()
  setInterval(() => void look(), pulse).unref()
}

async function databaseThere(): Promise<boolean> {
  const age = known ? Date.now() - known.at : Infinity
  if (known && age < freshFor) return known.there
  const answer = look()
  const late = new Promise<boolean>((resolve) => {
    setTimeout(() => resolve(known !== undefined && age < holdsFor && known.there), patience).unref()
  })
  return Promise.race([answer, late])
}

/** Whether the server can do its work; 503 where its database does not answer. */
export async function health(event: H3Event) {
  setResponseHeader(event, 'Cache-Control', 'no-store')
  if (await databaseThere()) return { status: 'ok', database: 'ok', version }
  setResponseStatus(event, 503)
  setResponseHeader(event, 'Retry-After', 5)
  return { status: 'unavailable', database: 'unreachable', version }
}
