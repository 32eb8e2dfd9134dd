import type { UnreadText } from '@contracts/proof'
import type { Page, PageInput } from '@core/page/assemble'
import { findText } from '@core/page/piece'
import { valuesFor } from '@core/page/values'
import type { Reader } from '@core/values/resolve'
import { withQuestions } from '@core/page/with-questions'
import { markKey, memberOf, type StoredFamily } from '../../db/queries/families'

/** The texts of a page, of the product and of the pieces on it, that nobody has confirmed. */
export function unreadOnPage(page: Page, input: PageInput, family: StoredFamily, reader: Reader): UnreadText[] {
  return [...unreadValues(input, family, reader), ...unreadPieces(page, input, reader)]
}

function unreadValues({ sku, setup }: PageInput, family: StoredFamily, reader: Reader): UnreadText[] {
  const product = memberOf(family, sku)
  const read = valuesFor(product, family, reader, setup)
  const attributes = setup.types.get(family.root.type)?.attributes ?? []
  return attributes.flatMap(({ attribute }) => {
    const found = read(attribute)
    if (!found?.counts || found.owner === null) return []
    const owner = found.owner === 'product' ? product : family.root
    if (!owner.marks.get(markKey(found))?.unread) return []
    const title = setup.attributes.get(attribute)?.labels[setup.source] ?? attribute
    return [{ title, record: `product:${owner.sku}` }]
  })
}

function unreadPieces(page: Page, { pieces, own }: PageInput, reader: Reader): UnreadText[] {
  const shown = withQuestions(Object.values(page.areas).flat())
  const isUnread = (piece: string, part: 'title' | 'body') => {
    const record = pieces.get(piece) ?? own.find((p) => p.code === piece)
    const found = record && findText(record, part, reader)
    return found?.counts === true && found.of.unread?.[part] === true
  }
  const unread = shown.filter(({ piece }) => isUnread(piece, 'title') || isUnread(piece, 'body'))
  return unread.map(({ title, piece }) => ({ title, record: `piece:${piece}` }))
}
