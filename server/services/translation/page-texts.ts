import { refersTo } from '@core/attributes/types/registry'
import type { Because, Shown } from '@core/page/because'
import { namesIn } from '@core/media/versions'
import { withQuestions } from '@core/page/with-questions'
import { database } from '../../db/connect'
import { loadFamilyOf } from '../../db/queries/families'
import type { StoredSetup } from '../../db/queries/setup'
import { notFound } from '../problem'
import { proof } from '../proof/proof'

/**
 * Of what was a candidate and is not shown: what the language lacks, or a value; not what no assignment meant for the
 * page.
 */
const meant = (reach: string | undefined, reason: string) =>
  reach !== undefined &&
  !['not-met', 'not-chosen', 'left-out'].includes(reach) &&
  !reason.startsWith('only ') &&
  !reason.startsWith('nothing to replace') &&
  reason !== 'the assignment is paused'

/** Whether a part of a page is a piece of the library: not built in, and not split from the description. */
const isPiece = ({ because }: { because: Because | null }) => because?.reach !== 'layout' && because?.reach !== 'split'

/**
 * The addresses of all records whose texts the page of a product uses in a storefront: its own, pieces, labels,
 * pictures, phrases. Throws 404.
 */
export async function recordsOfPage(
  setup: StoredSetup,
  sku: string,
  q: { storefront: string; language: string },
  now: number,
): Promise<string[]> {
  const family = await loadFamilyOf(database(), setup, sku)
  if (!family) throw notFound(`product “${sku}”`)
  const page = await proof(sku, q, now)
  const shown: Shown[] = withQuestions(Object.values(page.areas).flat())
  const missing = page.left_out.filter((l) => meant(l.because?.reach, l.reason))
  const pieces = [...shown, ...missing].filter(isPiece).map((p) => p.piece)
  const members =
    family.root.sku === sku
      ? [family.root, ...family.variants]
      : [family.root, ...family.variants.filter((v) => v.sku === sku)]
  const values = members.flatMap((m) => m.values)
  const attributes = [...new Set(values.map((v) => v.attribute))].filter((code) =>
    setup.attributes.get(code)?.serves.includes('facts'),
  )
  const pictures = values
    .filter((v) => refersTo(setup.attributes.get(v.attribute), 'picture', 'file'))
    .flatMap((v) => namesIn(v.value))
  return [
    ...new Set([
      ...members.map((m) => `product:${m.sku}`),
      ...pieces.map((c) => `piece:${c}`),
      ...attributes.map((a) => `attribute:${a}`),
      `product-type:${family.root.type}`,
      ...[family.root.category, ...family.root.categories].flatMap((c) => (c ? [`category:${c}`] : [])),
      ...pictures.map((p) => `media:${p}`),
      `storefront:${q.storefront}`,
    ]),
  ]
}
