import { setTimeout as pause } from 'node:timers/promises'
import type { LiveCheck, WrongPage } from '@contracts/release'
import { chunked } from '@core/lists/chunked'
import { database, inTransaction } from '../../db/connect'
import { stepOfNumber, type LiveStep, type TouchedPage } from '../../db/queries/live-steps'
import type { PageKey } from '../../db/queries/page-key'
import { uncheckedReleases, updateRelease, type ReleaseRow } from '../../db/queries/releases'
import { settings } from '../../settings'
import { readingOf, type Reading } from '../delivery/live'
import { ifThere, madePage } from '../delivery/made'
import { deliveryAddress } from '../delivery/changed-addresses'
import { touchedInStep } from '../delivery/touched'

// After a release has gone live, delivery is asked for it as a shop would: for a sample of what it changed, and for all
// that it removed.

/** How delivery answers an address. */
export interface DeliveryAnswer {
  status: number
  /** The number of the release that it was answered of; null where it does not say. */
  release: number | null
  text: string
}
export type AskDelivery = (address: string) => Promise<DeliveryAnswer>

/** Every process answers of a release within a second; so long after it went live it is looked at, in milliseconds. */
const lookAfter = 3000
/** So many of the pages that it adds and changes are asked for, spread over all. */
const mostShown = 50
/** So many of those that it removes. */
const mostGone = 500
/** So many pages of a step are looked through. */
const mostLooked = 20_000
/** So many pages are asked for at the same time. */
const askedAtOnce = 10

/** Said of a page where another release has gone live since. */
const superseded = Symbol('another release is live')

/** What is looked at, and when. */
interface Looked {
  storefront: string
  number: number
  ask: AskDelivery
  now: number
}

/** Checks every release that has gone live a little while ago. */
export async function checkWhatWentLive(now: number): Promise<void> {
  for (const release of await uncheckedReleases(database(), now - lookAfter)) {
    const checked = await checkRelease(release, askHere, now)
    if (checked !== undefined) await inTransaction((tx) => updateRelease(tx, release.id, { checked }))
  }
}

/** Asks the web server of this installation. */
async function askHere(address: string): Promise<DeliveryAnswer> {
  const { host, port } = settings()
  const reached = host === '0.0.0.0' || host === '::' ? '127.0.0.1' : host
  const answer = await fetch(`http://${reached}:${port}${address}`, {
    redirect: 'manual',
    signal: AbortSignal.timeout(10_000),
  })
  const release = answer.headers.get('inkloom-release')
  return { status: answer.status, release: release === null ? null : Number(release), text: await answer.text() }
}

/**
 * Asks for pages of a release that is live, and compares. Undefined where another has gone live since. Throws where
 * delivery does not answer at all: it is asked again later.
 */
export async function checkRelease(
  { storefront, number }: Pick<ReleaseRow, 'storefront' | 'number'>,
  ask: AskDelivery,
  now: number,
): Promise<LiveCheck | undefined> {
  const step = await stepOfNumber(database(), storefront, number!)
  if (!step) return { at: new Date(now).toISOString(), asked: 0, wrong: [] }
  const sample = sampleOf(await pagesOf(storefront, step))
  const looked = { storefront, number: number!, ask, now }
  const wrong: WrongPage[] = []
  for (const some of chunked(sample, askedAtOnce)) {
    const problems = await Promise.all(some.map((page) => problemOf(looked, page)))
    if (problems.includes(superseded)) return undefined
    wrong.push(...some.flatMap((page, i) => wrongPage(page, problems[i] as string | null)))
  }
  return { at: new Date(now).toISOString(), asked: sample.length, wrong }
}

const wrongPage = ({ language, kind, key }: PageKey, problem: string | null): WrongPage[] =>
  problem === null ? [] : [{ language, kind, key, problem }]

/** The pages of a step that delivery can be asked for. */
const pagesOf = async (storefront: string, step: LiveStep): Promise<TouchedPage[]> =>
  (await touchedInStep(storefront, step, mostLooked)).filter((page) => deliveryAddress(storefront, page) !== null)

/** What is asked for: all that is gone, and pages that are shown, spread over all of them. */
export function sampleOf(pages: readonly TouchedPage[]): TouchedPage[] {
  const gone = pages.filter(({ was, is }) => was && !is)
  const shown = pages.filter(({ is }) => is)
  const every = Math.max(1, shown.length / mostShown)
  const some = Array.from({ length: Math.min(mostShown, shown.length) }, (_, i) => shown[Math.floor(i * every)]!)
  return [...gone.slice(0, mostGone), ...some]
}

/** A page may change by itself in the very moment in which it is asked for: so long after, it is asked for again. */
const askAgainAfter = 1500

/** What is wrong with how a page is answered; null where nothing is. */
async function problemOf(looked: Looked, page: TouchedPage): Promise<string | typeof superseded | null> {
  const first = await problemNow(looked, page)
  if (first === null || first === superseded) return first
  await pause(askAgainAfter)
  return problemNow({ ...looked, now: looked.now + askAgainAfter }, page)
}

async function problemNow(looked: Looked, page: TouchedPage): Promise<string | typeof superseded | null> {
  const { storefront, number, ask, now } = looked
  const reading = await readingOf({ storefront }, now)
  const wanted = await textOf(reading, page, now)
  const got = await ask(deliveryAddress(storefront, page)!)
  const isOfAnother = reading.number !== number || (got.release !== null && got.release !== number)
  return isOfAnother ? superseded : differenceOf(wanted, got)
}

/** What a page says by what was released; null where there is none. */
async function textOf(reading: Reading, page: PageKey, now: number): Promise<string | null> {
  const made = await ifThere(madePage(reading, page, now))
  return made?.text ?? null
}

function differenceOf(wanted: string | null, { status, text }: DeliveryAnswer): string | null {
  const isGone = status === 404 || status === 410
  // A page whose time is over may lead to another.
  if (wanted === null) return isGone || status === 301 ? null : 'It was removed and is still answered.'
  if (status === 404) return 'It was released and is not there.'
  if (status !== 200) return `It is answered with the status ${status}.`
  return text === wanted ? null : 'It says something else than what was released.'
}
