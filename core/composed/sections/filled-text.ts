import { filledStandingPage } from '../../page/values'
import type { SectionReader } from './section-kind'

/** The text of a section with the facts of the storefront filled in; '' where it says nothing. */
export function filledText(body: string | undefined, { storefront, reader }: SectionReader): string {
  if (body === undefined) return ''
  const { html, hasContent } = filledStandingPage(body, storefront, reader)
  return hasContent ? html : ''
}
