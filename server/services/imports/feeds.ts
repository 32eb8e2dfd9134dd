import { randomUUID } from 'node:crypto'
import { mkdir, unlink } from 'node:fs/promises'
import path from 'node:path'
import type { FeedReport, Feed, FeedSourceName, ListedFeed } from '@contracts/feeds'
import type { ImportReport } from '@contracts/imports'
import { inTransaction } from '../../db/connect'
import { feedByCode, noteFeedEnd, noteFeedJob, storedFeeds, takeDueFeeds } from '../../db/queries/feeds'
import { settings } from '../../settings'
import { CsvFileError } from '../files/csv-file'
import { FeedProblem, feedSources } from './feed-sources'
import { importProducts } from './import-products'
import { enqueue, type WorkControls } from '../work/jobs'
import { authorize } from '../people/permission'
import type { Person } from '@contracts/people'
import { notFound } from '../problem'

/** Feeds by name, with when each was looked at last and how that ended. */
export async function listFeeds(): Promise<{ items: ListedFeed[]; next: null }> {
  const rows = await storedFeeds()
  return {
    next: null,
    items: rows.map((r) => ({
      code: r.code,
      name: r.name,
      source: r.source as FeedSourceName,
      place: r.place,
      everyMinutes: r.everyMinutes,
      take: r.take as Feed['take'],
      resting: r.resting,
      mapped: r.mapping !== null,
      due: r.resting ? null : (r.due?.toISOString() ?? null),
      looked: r.looked?.toISOString() ?? null,
      ended: r.ended,
      job: r.job,
    })),
  }
}

async function enqueueFeed(code: string, name: string, personId: number | null, now: number): Promise<string> {
  return inTransaction(async (tx) => {
    const id = await enqueue(tx, { kind: 'feed', title: `Fetching ${name}`, personId, input: { code } })
    await noteFeedJob(tx, code, id, now)
    return id
  })
}

/** Has a feed looked at now, whenever its turn is. Returns the number of the job. Throws 404. */
export async function runFeedNow(person: Person, code: string, now: number): Promise<string> {
  authorize(person, 'import')
  const feed = await feedByCode(code)
  if (!feed) throw notFound(`feed “${code}”`)
  return enqueueFeed(code, feed.name, person.id, now)
}

/** Puts feeds whose turn it is into the queue, each once whoever else looks. Returns their codes. */
export async function enqueueDueFeeds(now: number): Promise<string[]> {
  const due = await takeDueFeeds(now)
  for (const { code, name } of due) await enqueueFeed(code, name, null, now)
  return due.map((feed) => feed.code)
}

const countOf = (n: number, word: string) => `${n.toLocaleString('en-GB')} ${word}`

/** How an import ended, in a line. */
function summaryOf(report: ImportReport): string {
  const { applied, rejectedCount, rejected } = report
  if (!applied && rejectedCount > 0) {
    const problems = countOf(rejectedCount, rejectedCount === 1 ? 'problem' : 'problems')
    const first = rejected[0]!
    return `${problems}, nothing was imported. The first problem: row ${first.row}, ${first.message}`
  }
  const counts = [
    countOf(report.created, 'made'),
    countOf(report.updated, 'changed'),
    countOf(report.unchanged, 'unchanged'),
  ]
  if (rejectedCount > 0) counts.push(countOf(report.rejectedRows, 'rows rejected'))
  return counts.join(', ')
}

/**
 * Looks at a feed: fetches its file, and imports it where it is another than the last. A file that was refused is known
 * too, so that it is not tried again until it changes. Throws where it cannot be fetched; the feed says why.
 */
export async function lookAtFeed(
  code: string,
  personId: number | null,
  now: number,
  controls: WorkControls,
): Promise<FeedReport> {
  const feed = await feedByCode(code)
  if (!feed) throw new FeedProblem('The feed has been deleted.')
  const ended = (text: string, mark = feed.mark) =>
    noteFeedEnd(code, { looked: new Date(now), ended: text.slice(0, 500), mark })
  const file = path.join(settings().data, 'uploads', randomUUID())
  await mkdir(path.dirname(file), { recursive: true })
  try {
    const mark = await feedSources[feed.source as FeedSourceName].fetch(feed.place, feed.mark, file)
    if (mark === undefined) {
      await ended(
        feed.ended?.startsWith('No changes') ? feed.ended : `No changes${feed.ended ? `; last: ${feed.ended}` : ''}`,
      )
      return { state: 'same', report: null }
    }
    const report = await importProducts(file, {
      mode: 'apply',
      take: feed.take as Feed['take'],
      ...(feed.mapping ? { mapping: feed.mapping } : {}),
      title: `Feed “${feed.name}”`,
      personId,
      now,
      ...controls,
    })
    await ended(summaryOf(report), mark)
    return { state: report.applied || report.rejectedCount === 0 ? 'imported' : 'refused', report }
  } catch (e) {
    if (e instanceof FeedProblem || e instanceof CsvFileError) await ended(e.message)
    throw e
  } finally {
    await unlink(file).catch(() => undefined)
  }
}
