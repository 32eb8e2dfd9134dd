import { createHash, randomBytes } from 'node:crypto'
import type { MadePreviewLink, PreviewBody, PreviewEdition, PreviewLink } from '@contracts/previews'
import type { Person } from '@contracts/people'
import type { Page } from '@contracts/paging'
import { instantOf } from '@core/moments/instant'
import { mostPreviewDays } from '@core/previews/limits'
import { database, inTransaction } from '../../db/connect'
import { loadFamilyOf } from '../../db/queries/families'
import { namesOfPeople } from '../../db/queries/people'
import {
  insertPreview,
  lockPreview,
  previewById,
  previews,
  writeWithdrawn,
  type ListedPreview,
  type PreviewRow,
} from '../../db/queries/previews'
import { loadSetup, type StoredSetup } from '../../db/queries/setup'
import { sourceOf, writeAudit, type AskedBy } from '../people/audit'
import { authorize } from '../people/permission'
import { idOfCursor, pageOf } from '../paging'
import { notFound, Problem, unprocessable } from '../problem'
import { rowNumber } from '../row-number'
import { isOnItsWay, storedRelease } from '../release/documents'
import { lensOf } from '../reach/reach'
import { storefrontWithEdition } from '../setup/edition'

// Links with which people without an account look at pages that are not live.

/** Who has read the database knows none of the secrets that open links. */
export const hashOfSecret = (secret: string): Buffer => createHash('sha256').update(secret).digest()

/** Why a link opens nothing any more; null where it does. */
export function endOf({ withdrawn, ends }: Pick<PreviewRow, 'withdrawn' | 'ends'>, now: number): PreviewLink['ended'] {
  if (withdrawn !== null) return 'withdrawn'
  return ends.getTime() <= now ? 'over' : null
}

async function linksOf(rows: readonly ListedPreview[], now: number): Promise<PreviewLink[]> {
  const names = await namesOfPeople(
    database(),
    rows.map((r) => r.madeBy),
  )
  return rows.map((r) => ({
    id: r.id,
    audience: r.audience,
    sku: r.sku,
    release: r.releaseId,
    editions: r.editions,
    group: r.group,
    at: r.at?.toISOString() ?? null,
    until: r.until,
    made: { person: r.madeBy === null ? null : (names.get(r.madeBy) ?? null), at: r.made.toISOString() },
    opened: r.opened?.toISOString() ?? null,
    ended: endOf(r, now),
    open: r.open,
  }))
}

/** Preview links, the newest first. Throws 422. */
export async function listPreviews(
  { sku, release, cursor, limit }: { sku?: string; release?: number; cursor?: string; limit: number },
  now: number,
): Promise<Page<PreviewLink>> {
  const rows = await previews(database(), { sku, release, before: idOfCursor(cursor) }, limit + 1)
  return pageOf(await linksOf(rows, now), limit)
}

const dayLength = 86_400_000

/** The instant at which the last day of a link is over. Throws 422. */
function endOfDay(until: string, zone: string, now: number): number {
  const at = [{ path: 'until', message: `Name a day from today on, ${mostPreviewDays} days ahead at most.` }]
  let ends: number
  try {
    ends = instantOf(until, zone, true)
  } catch {
    throw unprocessable(`“${until}” is no day of the calendar.`, at)
  }
  if (ends <= now) throw unprocessable('This day is over.', at)
  if (ends > now + (mostPreviewDays + 1) * dayLength) throw unprocessable('This day is too far ahead.', at)
  return ends
}

/** The editions of a link, each once. Throws 404 where a storefront has none of them. */
function editionsOf(setup: StoredSetup, editions: readonly PreviewEdition[]): PreviewEdition[] {
  for (const { storefront, language } of editions) storefrontWithEdition(setup, storefront, language)
  return [...new Map(editions.map((e) => [`${e.storefront}/${e.language}`, e])).values()]
}

/** Throws where there is no such product, or the lens names nothing. */
async function checkProduct(setup: StoredSetup, sku: string, { editions, group, at }: PreviewBody): Promise<void> {
  if (!(await loadFamilyOf(database(), setup, sku))) throw notFound(`product “${sku}”`)
  lensOf(setup, { storefront: editions[0]!.storefront, group, ...(at === null ? {} : { at }) }, 0)
}

/** Throws where there is no such release, it is not on its way, or it is not of these editions. */
async function checkRelease(id: number, { editions, group, at }: PreviewBody): Promise<void> {
  const release = await storedRelease(String(id))
  if (!isOnItsWay(release))
    throw new Problem(409, 'Not on its way', 'Only a release that is prepared and not live yet can be previewed.')
  if (group !== null || at !== null)
    throw unprocessable('A release is shown as a customer without a group gets it once it is live.', [
      { path: group === null ? 'at' : 'group', message: 'A release has none.' },
    ])
  if (editions.some((e) => e.storefront !== release.storefront))
    throw unprocessable(`This release is of “${release.storefront}”.`, [
      { path: 'editions', message: 'Name languages of its storefront only.' },
    ])
}

/**
 * Makes a link to the page of a product as it is saved, or to a release on its way. Its secret is told this once.
 * Throws 403, 404, 409, 422.
 */
export async function makePreview(
  person: Person,
  asking: AskedBy,
  body: PreviewBody,
  now: number,
): Promise<MadePreviewLink> {
  authorize(person, 'edit-content')
  const setup = await loadSetup(database())
  const editions = editionsOf(setup, body.editions)
  if (body.sku !== undefined) await checkProduct(setup, body.sku, body)
  else await checkRelease(body.release!, body)
  const { timeZone } = setup.storefronts.get(editions[0]!.storefront)!
  const ends = endOfDay(body.until, timeZone, now)
  const secret = randomBytes(32).toString('base64url')
  const id = await inTransaction(async (tx) => {
    const id = await insertPreview(tx, {
      hash: hashOfSecret(secret),
      audience: body.audience,
      editions,
      sku: body.sku ?? null,
      releaseId: body.release ?? null,
      group: body.group,
      at: body.at === null ? null : new Date(body.at),
      until: body.until,
      ends: new Date(ends),
      madeBy: person.id,
      made: new Date(now),
    })
    const { audience, sku, release, until } = body
    await writeAudit('preview-made', sourceOf(person, asking), { preview: id, audience, sku, release, editions, until })
    return id
  })
  const [link] = await linksOf([(await previewById(database(), id))!], now)
  return { ...link!, address: `/preview/${secret}` }
}

/** Withdraws a link, which opens nothing from then on. Throws 403, 404. */
export async function withdrawPreview(person: Person, asking: AskedBy, id: string, now: number): Promise<PreviewLink> {
  authorize(person, 'edit-content')
  const number = rowNumber(id)
  await inTransaction(async (tx) => {
    const link = await lockPreview(tx, number)
    if (!link) throw notFound('such preview link')
    if (link.withdrawn !== null) return
    await writeWithdrawn(tx, number, new Date(now))
    await writeAudit('preview-withdrawn', sourceOf(person, asking), { preview: number, audience: link.audience })
  })
  const [link] = await linksOf([(await previewById(database(), number))!], now)
  return link!
}
