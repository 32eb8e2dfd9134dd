import type { FindingDocument } from '@contracts/readiness'

/** Where a finding of a product is mended, in an edition. */
export function findingPlace(f: Pick<FindingDocument, 'at' | 'strand' | 'code'>, sku: string, edition: string) {
  const query = { in: edition }
  const product = `/catalogue/${segment(sku)}`
  const colon = f.at.indexOf(':')
  const [kind, rest] = [f.at.slice(0, colon), f.at.slice(colon + 1)]
  const isOfLanguage = f.strand === 'language'
  if (kind === 'attribute')
    return isOfLanguage
      ? { path: `/translation/${segment(`product:${sku}`)}`, query }
      : { path: product, query: { ...query, field: rest.replace(/@.*$/, '') } }
  if (kind === 'piece')
    return isOfLanguage || f.code === 'piece-no-text'
      ? { path: `/translation/${segment(`piece:${rest}`)}`, query }
      : { path: `/library/${segment(rest)}`, query }
  if (kind === 'picture') return { path: `/media/${segment(rest)}`, query }
  if (f.at === 'relations') return { path: product, query: { ...query, field: 'relations' } }
  if (kind === 'area') return { path: '/assignments', query }
  return { path: product, query: { ...query, side: 'prices' } }
}
