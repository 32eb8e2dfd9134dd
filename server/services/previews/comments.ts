import type { PageComment, PreviewCommentBody, PreviewPageQuery } from '@contracts/previews'
import type { Page } from '@contracts/paging'
import type { Person } from '@contracts/people'
import { withQuestions } from '@core/page/with-questions'
import type { ReleasedDocument, ReleasedPart } from '@core/release/document'
import { database, inTransaction, type Tx } from '../../db/connect'
import {
  commentById,
  commentsByLink,
  countByLink,
  insertComment,
  lockComment,
  mostByLink,
  pageComments,
  writeCommentSettled,
  type CommentFilter,
  type PageCommentRow,
} from '../../db/queries/page-comments'
import { lockPreview, type PreviewRow } from '../../db/queries/previews'
import { authorize } from '../people/permission'
import { idOfCursor, pageOf } from '../paging'
import { notFound, Problem, unprocessable } from '../problem'
import { largeNumber, rowNumber } from '../row-number'
import { documentOfLink, openedBy, refuseEnded } from './opened'

// What people say of pages: those who opened a link, and those who have an account.

/** So many comments a link takes within a while, in milliseconds: a person writes fewer, a program more. */
const mostLately = 30
const lateness = 600_000

/**
 * Takes a comment by a link that nobody withdraws meanwhile. Throws 410 where the link is over, 429 where too many came
 * in by it.
 */
async function takeComment(tx: Tx, link: PreviewRow, now: number): Promise<void> {
  refuseEnded((await lockPreview(tx, link.id)) ?? link, now)
  const { all, lately } = await countByLink(tx, link.id, new Date(now - lateness))
  if (all >= mostByLink)
    throw new Problem(409, 'Too many', `This preview has ${mostByLink} comments, and takes no more.`)
  if (lately >= mostLately)
    throw new Problem(
      429,
      'Too many',
      `${mostLately} comments came in within ten minutes. Nothing was saved. Wait a while, and send it again.`,
      undefined,
      { retryAfter: lateness / 1000 },
    )
}

function partsOf(document: ReleasedDocument | null): ReleasedPart[] {
  if (document?.kind !== 'product') return []
  return withQuestions(document.areas.flatMap((a) => a.parts))
}

/** What a page is called, where it is one. */
const nameOf = (document: ReleasedDocument | null, key: string): string => {
  if (document?.kind === 'product') return document.name
  return document?.kind === 'page' || document?.kind === 'composed' ? document.title : key
}

/** The part of a page that is meant. Throws 422 where the page has it no longer. */
function partCalled(document: ReleasedDocument | null, piece: string | null): ReleasedPart | null {
  if (piece === null) return null
  const part = partsOf(document).find((p) => p.piece === piece)
  if (!part)
    throw unprocessable('This part is not on the page any more. Nothing was saved.', [
      { path: 'part', message: 'Load the page again, and choose the part that you mean.' },
    ])
  return part
}

const pageOfComment = ({ storefront, language, kind, key }: PageCommentRow | PreviewPageQuery) => ({
  storefront,
  language,
  kind,
  key,
})

/** Comments on a page that a link shows. Returns all comments on it. Throws 404, 409, 410, 422, 429. */
export async function commentOnPreview(
  secret: string,
  { part: piece, name, words, ...page }: PreviewCommentBody,
  now: number,
): Promise<{ items: PageComment[] }> {
  const link = await openedBy(secret, now)
  const document = await documentOfLink(link, page, now)
  const part = partCalled(document, piece)
  await inTransaction(async (tx) => {
    await takeComment(tx, link, now)
    await insertComment(tx, {
      ...pageOfComment(page),
      linkId: link.id,
      releaseId: link.releaseId,
      title: nameOf(document, page.key),
      piece: part?.piece ?? null,
      pieceTitle: part?.title ?? null,
      guest: name,
      at: new Date(now),
      words,
    })
  })
  return { items: await commentsByLink(database(), link.id, page) }
}

const idOf = (id: string): number => rowNumber(id, largeNumber)

/** What an answer has of the comment that it answers. */
const answerTo = (comment: PageCommentRow) => ({
  ...pageOfComment(comment),
  answers: comment.id,
  linkId: comment.linkId,
  releaseId: comment.releaseId,
  title: comment.title,
})

/** Answers a comment of the same link; one that was resolved is open again. Returns all comments on its page. */
export async function answerOnPreview(
  secret: string,
  id: string,
  { name, words }: { name: string; words: string },
  now: number,
): Promise<{ items: PageComment[] }> {
  const link = await openedBy(secret, now)
  const page = await inTransaction(async (tx) => {
    await takeComment(tx, link, now)
    const comment = await lockComment(tx, idOf(id))
    if (!comment || comment.linkId !== link.id) throw notFound('such comment in this preview')
    await insertComment(tx, { ...answerTo(comment), guest: name, at: new Date(now), words })
    await writeCommentSettled(tx, comment.id, null)
    return pageOfComment(comment)
  })
  return { items: await commentsByLink(database(), link.id, page) }
}

/** Comments on pages, the newest first. Throws 422. */
export async function listPageComments(
  person: Person,
  {
    mine,
    cursor,
    limit,
    ...filter
  }: Pick<CommentFilter, 'state' | 'sku' | 'release'> & { mine: boolean; cursor?: string; limit: number },
): Promise<Page<PageComment>> {
  const items = await pageComments(
    database(),
    { ...filter, sharedBy: mine ? person.id : undefined, before: idOfCursor(cursor) },
    limit + 1,
  )
  return pageOf(items, limit)
}

/** Does something with a comment that nobody else touches meanwhile, and returns it. Throws 404. */
async function withComment(id: string, work: (tx: Tx, comment: PageCommentRow) => Promise<void>): Promise<PageComment> {
  await inTransaction(async (tx) => {
    const comment = await lockComment(tx, idOf(id))
    if (!comment) throw notFound('such comment')
    await work(tx, comment)
  })
  return (await commentById(database(), idOf(id)))!
}

/** Answers a comment; whoever opens its link sees the answer. Throws 403, 404. */
export async function answerPageComment(person: Person, id: string, words: string, now: number): Promise<PageComment> {
  authorize(person, 'edit-content')
  return withComment(id, (tx, comment) =>
    insertComment(tx, { ...answerTo(comment), personId: person.id, at: new Date(now), words }),
  )
}

/** Resolves a comment, or reopens it. Throws 403, 404. */
export async function settlePageComment(
  person: Person,
  id: string,
  settled: boolean,
  now: number,
): Promise<PageComment> {
  authorize(person, 'edit-content')
  return withComment(id, (tx, comment) => writeCommentSettled(tx, comment.id, settled ? new Date(now) : null))
}
