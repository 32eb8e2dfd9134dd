import { documentChanges } from '@core/release/compare'
import type { ReleasedDocument } from '@core/release/document'
import type { StagedPage } from '../../db/queries/released-pages'

const siteTitles: Record<Exclude<ReleasedDocument['kind'], 'product' | 'page'>, string> = {
  phrases: 'Phrases',
  menu: 'Menu',
  categories: 'Categories',
  addresses: 'Addresses',
}

/** What a page is called in a list: a product by its name. */
function titleOf(document: ReleasedDocument | null, key: string): string {
  if (document === null) return key
  if (document.kind === 'product') return document.name
  return document.kind === 'page' ? document.title : siteTitles[document.kind]
}

/** A page of a release with what differs on it, and what it is called. */
export const comparedPage = (
  page: Omit<StagedPage, 'changes' | 'title' | 'causes'>,
  before: ReleasedDocument | null,
  after: ReleasedDocument | null,
): Omit<StagedPage, 'causes'> => ({
  ...page,
  changes: documentChanges(before, after),
  title: titleOf(after ?? before, page.key),
})
