import type { Storefront } from '@core/catalogue/model'
import { isMissing, targetOf, type OutsideAnswer } from '@core/release/links'
import { database, inTransaction, type Tx } from '../../db/connect'
import {
  claimOutside,
  forgetOthers,
  linksOnPages,
  noteAnswer,
  noteOutside,
  type LinkSource,
} from '../../db/queries/released-links'
import { openReleases } from '../../db/queries/releases'
import { loadSetup } from '../../db/queries/setup'
import { FetchRefused, guardedFetch } from '../outside/guarded-fetch'

// Links to other sites: each is asked once in a while, whatever the number of pages that have it.

/** The addresses of other sites to which links of a storefront's pages lead, each once. */
function addressesOutside(storefront: Storefront, hrefs: readonly string[]): string[] {
  const targets = hrefs.map((href) => targetOf(href, storefront.addresses))
  return [...new Set(targets.flatMap((target) => (target.to === 'outside' ? target.address : [])))]
}

const hrefsOn = async (tx: Tx, source: LinkSource): Promise<string[]> =>
  (await linksOnPages(tx.db, source)).map(({ href }) => href)

const askFor = (tx: Tx, addresses: readonly string[], now: number): Promise<void> =>
  noteOutside(
    tx,
    addresses.map((address) => ({ address, host: new URL(address).host })),
    new Date(now),
  )

/**
 * Has the other sites asked that the pages of a release link to, as far as they never were; those of pages that are held
 * back too, for they may be released all the same.
 */
export async function askForOutside(tx: Tx, storefront: Storefront, release: number, now: number): Promise<void> {
  await askFor(tx, addressesOutside(storefront, await hrefsOn(tx, { release, heldToo: true })), now)
}

/** So many addresses are asked in one turn, each of another host, so that no site is hurried. */
const atOnce = 10
/** For so long an answer is waited for, in milliseconds. */
const patience = 10_000
/** Who has taken an address has so long to ask it, in milliseconds. */
const takenFor = 60_000
const hour = 3_600_000
/** What is there is asked again after a week; what is not, after an hour, and then once a day. */
const againAfter = (failures: number): number => {
  if (failures === 0) return 7 * 24 * hour
  return failures === 1 ? hour : 24 * hour
}

/** Asks an address. Only how the answer begins is read. */
async function ask(address: string, failures: number): Promise<OutsideAnswer> {
  try {
    const answer = await guardedFetch(address, { patience })
    answer.destroy()
    const status = answer.statusCode ?? null
    return { status, problem: null, failures: isMissing(status) ? failures + 1 : 0 }
  } catch (e) {
    if (!(e instanceof FetchRefused)) throw e
    return { status: null, problem: e.message, failures: failures + 1 }
  }
}

/** Asks other sites whose turn it is. */
export async function askOutside(now: number): Promise<void> {
  const asked = new Date(now)
  const taken = await inTransaction((tx) => claimOutside(tx, asked, new Date(now + takenFor), atOnce))
  await Promise.all(
    taken.map(async ({ address, failures }) => {
      const answer = await ask(address, failures)
      const due = new Date(now + againAfter(answer.failures))
      await noteAnswer(database(), { address, ...answer }, { asked, due })
    }),
  )
}

/**
 * Forgets other sites to which no page links any more, live or on its way. Those to which one does are noted again: a
 * release may have been prepared meanwhile, or the storefront may have moved.
 */
export async function forgetUnusedLinks(now: number): Promise<void> {
  await inTransaction(async (tx) => {
    const { storefronts } = await loadSetup(tx.db)
    const open = await openReleases(tx.db)
    const used: string[] = []
    for (const storefront of storefronts.values()) {
      const onTheirWay = open
        .filter((r) => r.storefront === storefront.code)
        .map(({ id }) => ({ release: id, heldToo: true as const }))
      for (const source of [{ live: storefront.code }, ...onTheirWay])
        used.push(...addressesOutside(storefront, await hrefsOn(tx, source)))
    }
    await forgetOthers(tx.db, used)
    await askFor(tx, [...new Set(used)], now)
  })
}
