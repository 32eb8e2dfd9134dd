import { documentChanges } from '@core/release/compare'
import type { ReleasedDocument } from '@core/release/document'
import type { StagedPage } from '../../db/queries/released-pages'

const siteTitles: Record<Exclude<ReleasedDocument['kind'], 'product' | 'composed' | 'page'>, string> = {
  phrases: 'Phrases',
  menu: 'Menu',
  categories: 'Categories',
  addresses: 'Addresses',
}

/** What a page is called in a list: a product by its name. */
function titleOf(document: ReleasedDocument | null, key: string): string {
  if (document === null) return key
  if (document.kind === 'product') return document.name
  if (document.kind === 'page' || document.kind === 'composed') return document.title
  return siteTitles[document.kind]
}

/** A page of a release before it is known what changed it, and whether others change alike. */
export type ComparedPage = Omit<StagedPage, 'causes' | 'like'>

/** A page of a release with what differs on it, and what it is called. */
export const comparedPage = (
  page: Omit<ComparedPage, 'changes' | 'title'>,
  before: ReleasedDocument | null,
  after: ReleasedDocument | null,
): ComparedPage => ({
  ...page,
  changes: documentChanges(before, after),
  title: titleOf(after ?? before, page.key),
})
