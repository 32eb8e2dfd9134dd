import type { Trial, TrialBody } from '@contracts/readiness'
import { attributeTypes } from '@core/attributes/types/registry'
import { placesOf } from '@core/house-style/checks/words'
import { stemmerFor } from '@core/house-style/stems'
import { inlineMark, viewOf } from '@core/house-style/view'
import { shortenings } from '@core/language/chain'
import { database } from '../../db/connect'
import { loadSetup } from '../../db/queries/setup'
import { likePattern } from '../../db/queries/like'
import { textsLike } from '../../db/queries/texts'
import { unprocessable } from '../problem'

/** Texts that are looked at; where the database finds more that may hold the words, the answer says so. */
const lookedAtMost = 20_000
/** Places that are shown. */
const shownAtMost = 50
const around = 40

/** What every form of a word begins with in a language, so that the database finds the texts that may hold it. */
function beginning(word: string, language: string): string {
  const first = word
    .trim()
    .split(/[\s-]+/)[0]!
    .toLowerCase()
  const stem = stemmerFor(language)(first)
  let n = 0
  while (n < stem.length && stem[n] === first[n]) n++
  return first.slice(0, Math.max(1, n))
}

/** Where words stand in the texts of the whole catalogue, in any form, before they are banned. */
export async function tryWords(body: TrialBody): Promise<Trial> {
  const setup = await loadSetup(database())
  if (body.field !== null && !setup.attributes.has(body.field))
    throw unprocessable('The words cannot be checked.', [
      { path: 'field', message: `There is no attribute “${body.field}”.` },
    ])
  if (body.storefront !== null && !setup.storefronts.has(body.storefront))
    throw unprocessable('The words cannot be checked.', [
      { path: 'storefront', message: `There is no storefront “${body.storefront}”.` },
    ])
  const shops = [...setup.storefronts.values()].filter((s) => body.storefront === null || s.code === body.storefront)
  const languages = [...new Set([...shops.flatMap((s) => s.editions.map((e) => e.language)), setup.source])].filter(
    (l) => body.language === null || shortenings(l).includes(body.language),
  )
  const fields = [...setup.attributes.values()].filter(
    (a) => a.translatable && attributeTypes[a.type].isText && (body.field === null || a.code === body.field),
  )
  const found: Trial = { texts: 0, products: 0, more: false, items: [] }
  const products = new Set<string>()
  for (const language of languages) {
    const patterns = body.words.map((w) => likePattern(beginning(w, language)))
    const rows = await textsLike(database(), patterns, {
      language,
      attributes: fields.map((a) => setup.attributeIds.get(a.code)!),
      storefront: body.storefront === null ? undefined : setup.storefrontIds.get(body.storefront)!,
      limit: lookedAtMost + 1,
    })
    found.more ||= rows.length > lookedAtMost
    for (const r of rows.slice(0, lookedAtMost)) {
      const field = setup.attributeCodes.get(r.attribute_id)!
      const view = viewOf(r.value, setup.attributes.get(field)!.type, language)
      const places = placesOf(body.words, view)
      if (places.length === 0) continue
      found.texts++
      products.add(r.sku)
      for (const { stretch, from, to } of places) {
        if (found.items.length >= shownAtMost) break
        const words = view.stretches[stretch]!.replaceAll(inlineMark, '…')
        found.items.push({
          sku: r.sku,
          field,
          storefront: setup.storefrontCodes.get(r.storefront_id) ?? null,
          language,
          before: words.slice(Math.max(0, from - around), from),
          word: words.slice(from, to),
          after: words.slice(to, to + around),
        })
      }
    }
  }
  return { ...found, products: products.size }
}
