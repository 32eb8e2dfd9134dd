import type { SearchTexts, SlugAnswer } from '@contracts/search'
import { valuesFor } from '@core/page/values'
import { plainText } from '@core/richtext/read'
import { searchWordsKnown, searchWordsOf, titleWordsMissing } from '@core/search/check'
import { slugOf } from '@core/search/slug'
import { viewOf } from '@core/house-style/view'
import type { Value } from '@core/attributes/attribute'
import { database } from '../../db/connect'
import { formerSlugs, productOfSlug, redirectsOf, saysTheSame } from '../../db/queries/search-keys'
import { loadSetup, type StoredSetup } from '../../db/queries/setup'
import { notFound } from '../problem'
import { editionOrProblem, familyOf } from '../products/products'

const shownSame = 3

/** The slug that a product without one of its own has: its name and SKU, which no other has. */
const madeSlug = (name: string, sku: string, language: string) =>
  [slugOf(name, language), slugOf(sku, language)].filter(Boolean).join('-')

/**
 * What a search result says of a product in an edition, from its search texts or from what stands for them; and what is
 * to be said about it.
 */
export async function searchTextsOf(sku: string, q: { storefront: string; language: string }): Promise<SearchTexts> {
  const { setup, family, product } = await familyOf(sku)
  const reader = editionOrProblem(setup, q.storefront, q.language)
  const read = valuesFor(product, family, reader, setup)
  const text = (code: string): Value | undefined => {
    const found = read(code)
    return found && found.value !== null && found.counts ? found.value : undefined
  }
  const line = (code: string) => (typeof text(code) === 'string' ? String(text(code)) : undefined)
  const described =
    text('description') === undefined
      ? ''
      : plainText(String(text('description')).replace(/<data value="[^"]*"><\/data>/g, '…')).split('\n')[0]!
  const name = line('name')
  const title: SearchTexts['title'] =
    line('search-title') !== undefined
      ? { text: line('search-title')!, from: 'search-title' }
      : name !== undefined
        ? { text: name, from: 'name' }
        : { text: sku, from: 'sku' }
  const description: SearchTexts['description'] =
    line('search-description') !== undefined
      ? { text: line('search-description')!, from: 'search-description' }
      : line('summary') !== undefined
        ? { text: line('summary')!, from: 'summary' }
        : { text: described, from: described === '' ? null : 'description' }
  const shop = setup.storefrontIds.get(q.storefront)!
  const own = line('slug')
  const words = searchWordsOf(line('search-words') ?? '')
  const texts = ['name', 'summary', 'description', 'key-points'].flatMap((c) =>
    text(c) === undefined ? [] : viewOf(text(c)!, setup.attributes.get(c)!.type, q.language).stretches,
  )
  const findings: SearchTexts['findings'] = []
  for (const [field, shown] of [
    ['search-title', title],
    ['search-description', description],
  ] as const) {
    if (shown.from !== field) continue
    const same = await saysTheSame(
      database(),
      field,
      product.id,
      shop,
      read(field)!.language ?? q.language,
      shown.text,
      shownSame,
    )
    if (same.count === 0) continue
    const unnamed = same.count - same.skus.length
    const who = same.skus.join(', ') + (unnamed > 0 ? ` and ${unnamed} more` : '')
    findings.push({ field, message: `${who} ${same.count === 1 ? 'has' : 'have'} the same text in this edition.` })
  }
  const missing = title.from === 'search-title' ? titleWordsMissing(title.text, texts, q.language) : []
  if (missing.length > 0)
    findings.push({
      field: 'search-title',
      message:
        `${missing.map((w) => `“${w}”`).join(', ')} ${missing.length === 1 ? 'is' : 'are'} not in the text of ` +
        'the page.',
    })
  const known = searchWordsKnown(words, texts)
  if (known.there.length > 0)
    findings.push({
      field: 'search-words',
      message:
        `${known.there.map((w) => `“${w}”`).join(', ')} ${known.there.length === 1 ? 'is' : 'are'} already in ` +
        'the text.',
    })
  if (known.twice.length > 0)
    findings.push({
      field: 'search-words',
      message: `${known.twice.map((w) => `“${w}”`).join(', ')} ${known.twice.length === 1 ? 'is' : 'are'} repeated.`,
    })
  return {
    title,
    description,
    words,
    findings,
    slug: {
      text: own ?? madeSlug(name ?? '', sku, q.language),
      from: own === undefined ? 'made' : 'slug',
      former: await formerSlugs(database(), product.id, shop, q.language),
    },
  }
}

async function shopOf(storefront: string, language: string): Promise<{ setup: StoredSetup; shop: number }> {
  const setup = await loadSetup(database())
  editionOrProblem(setup, storefront, language)
  return { setup, shop: setup.storefrontIds.get(storefront)! }
}

/** Which product a slug means in an edition, and its slug now. Throws 404. */
export async function readSlug(storefront: string, language: string, slug: string): Promise<SlugAnswer> {
  const { shop } = await shopOf(storefront, language)
  const found = await productOfSlug(database(), shop, language, slug)
  if (!found) throw notFound(`product with the slug “${slug}” in ${storefront}/${language}`)
  return { sku: found.sku, slug: found.slug ?? slug, redirect: found.redirect }
}

/** The redirects of an edition, for the shop that answers the old addresses. */
export async function listRedirects(q: { storefront: string; language: string; cursor?: string; limit: number }) {
  const { shop } = await shopOf(q.storefront, q.language)
  const rows = await redirectsOf(database(), shop, q.language, q.cursor ?? '', q.limit + 1)
  const items = rows.slice(0, q.limit).map((r) => ({ from: r.from, to: r.to, sku: r.sku }))
  return { items, next: rows.length > q.limit ? items.at(-1)!.from : null }
}
