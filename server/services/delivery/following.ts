import { database, isOutage, readingForDelivery } from '../../db/connect'
import { readStamp } from '../../db/queries/setup'
import { lastSteps, type LastStep } from '../../db/queries/live-steps'
import type { PageKey } from '../../db/queries/page-key'
import { settings } from '../../settings'
import { partsWith } from './parts'
import { ReadyAnswers, type ReadyAnswer } from './ready-answers'
import { touchedSince } from './touched'

// Answers are kept ready for as long as nothing that they are made of changes. What changed is read from the steps of
// the storefronts: each second, and at once when this process has taken a release live itself.

/** So often it is looked whether another process has taken a release live, in milliseconds. */
const lookEvery = 1000
/** Where more pages than this have changed, all answers are dropped: that is quicker. */
const mostTouched = 20_000

let made: ReadyAnswers | undefined
const answers = (): ReadyAnswers => (made ??= new ReadyAnswers(settings().deliveryMegabytes * 1_000_000))

/** The last step of each storefront that the answers know of. */
let followed = new Map<string, LastStep>()
/** The stamp of the set-up with which they were made: it says which editions a storefront has. */
let setup: number | undefined
/** The sites whose scripts can read what a storefront delivers. */
const origins = new Map<string, ReadonlySet<string>>()
/** Goes up when answers are dropped, so that none is kept that was begun before. */
let round = 0

/** The answer that is ready at an address, and the number of the release that is live; undefined where none is. */
export function readyAnswer(address: string, now: number): { answer: ReadyAnswer; release: number } | undefined {
  const answer = answers().get(address, now)
  const release = answer && followed.get(answer.storefront)?.number
  if (answer === undefined || release === undefined) return undefined
  return answer.pinned === undefined || answer.pinned === release ? { answer, release } : undefined
}

/** Says when an answer was begun, so that it is kept only where nothing has changed until it is there. */
export function beginAnswer(): number {
  startLooking()
  return round
}

/** Keeps an answer of a release ready, where that is the one which is live and nothing has changed since `begun`. */
export function keepAnswer(address: string, answer: ReadyAnswer, of: { release: number; begun: number }): void {
  if (of.begun !== round || followed.get(answer.storefront)?.number !== of.release) return
  answers().put(address, answer)
}

/** The body of an answer that is ready, as it is without packing. */
export const unpackedBody = (answer: ReadyAnswer): Buffer => answers().unpacked(answer)

/** The sites whose scripts can read what a storefront delivers, asked for once until something changes there. */
export async function keptOrigins(
  storefront: string,
  ask: () => Promise<ReadonlySet<string>>,
): Promise<ReadonlySet<string>> {
  const known = origins.get(storefront)
  if (known) return known
  const begun = beginAnswer()
  const found = await ask()
  if (begun === round && followed.has(storefront)) origins.set(storefront, found)
  return found
}

/** The same where they are known already. */
export const knownOrigins = (storefront: string): ReadonlySet<string> | undefined => origins.get(storefront)

let timer: NodeJS.Timeout | undefined

function startLooking(): void {
  if (timer) return
  timer = setInterval(() => void follow().catch(() => undefined), lookEvery)
  timer.unref()
  void follow().catch(() => undefined)
}

let looking: Promise<void> | undefined
let again: Promise<void> | undefined

/**
 * Drops the answers that have changed. Where somebody looks already, it is looked once more after that, for what was
 * written after they began. Nothing happens in a process that keeps no answers. While the database is away, what is
 * ready goes on being answered.
 */
export function follow(): Promise<void> {
  if (!timer) return Promise.resolve()
  if (!looking)
    return (looking = lookOnce().finally(() => {
      looking = undefined
    }))
  return (again ??= looking
    .catch(() => undefined)
    .then(() => {
      again = undefined
      return follow()
    }))
}

/** Looks into the database that answers, so that none is kept ready that is newer than what it has. */
const lookOnce = (): Promise<void> => readingForDelivery(lookNow)

async function lookNow(): Promise<void> {
  const db = database()
  const stamp = await readStamp(db, 'setup')
  const last = await lastSteps(db)
  const storefronts = new Set([...last.keys(), ...followed.keys()])
  const behind = [...storefronts].filter((one) => isBehind(last.get(one), followed.get(one)))
  if (behind.length === 0 && stamp === setup) return
  // Before the first look nothing was kept that could have changed.
  const changed: { storefront: string; pages: PageKey[] | 'all' }[] = []
  if (setup !== undefined)
    for (const storefront of behind)
      changed.push({
        storefront,
        pages: await touchedNow(storefront, last.get(storefront)),
      })
  // Here nothing waits: answers are of the steps before or of those after, never of some of both.
  round++
  followed = last
  for (const { storefront, pages } of changed) drop(storefront, pages)
  if (stamp !== setup) dropAll()
  setup = stamp
}

const isBehind = (last: LastStep | undefined, known: LastStep | undefined): boolean =>
  last?.step !== known?.step || last?.number !== known?.number

/** The pages that have changed since it was looked last. */
async function touchedNow(storefront: string, last: LastStep | undefined): Promise<PageKey[] | 'all'> {
  const known = followed.get(storefront)
  // What a release changed that is live is told later where somebody went back to an earlier one.
  if (last?.step === known?.step) return 'all'
  return touchedSince(storefront, known?.step ?? 0, last, mostTouched)
}

function drop(storefront: string, pages: PageKey[] | 'all'): void {
  origins.delete(storefront)
  // Where pages are is said in all answers that name them, in other storefronts too.
  if (pages === 'all' || pages.some(({ kind }) => kind === 'addresses')) {
    dropAll()
    return
  }
  const parts = new Set(pages.flatMap((page) => partsWith(storefront, page)))
  for (const part of parts) answers().drop(part)
}

function dropAll(): void {
  answers().clear()
  origins.clear()
}

/** After a release has gone live here, answers are of it at once. That the database is away hinders nobody. */
export const followHere = (): Promise<void> =>
  follow().catch((e: unknown) => {
    if (!isOutage(e)) console.error('What changed in delivery could not be read:', e)
  })
