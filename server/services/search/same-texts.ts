import { createHash } from 'node:crypto'
import { setImmediate as yieldToEventLoop } from 'node:timers/promises'
import type { SameTexts, SameTextsBody } from '@contracts/search'
import { attributeTypes } from '@core/attributes/types/registry'
import { inlineMark, viewOf } from '@core/house-style/view'
import { languageName } from '@core/language/names'
import { fold } from '@core/text/fold'
import { groupAlike, shinglesOf, signatureOf } from '@core/text/shingles'
import { database, inTransaction } from '../../db/connect'
import { loadSetup } from '../../db/queries/setup'
import { countTexts, textsAfter } from '../../db/queries/texts'
import { Cancelled, enqueue, type WorkControls } from '../work/jobs'
import type { Person } from '@contracts/people'
import { unprocessable } from '../problem'

const readAtOnce = 2000
/** Texts that are alike so much are told; shorter ones than this are only told where they are the same. */
const alikeFrom = 0.75
const wordsForNear = 8
const groupsShown = 200
const skusShown = 12

/** Has texts that say the same looked for. */
export async function queueSameTexts(person: Person, body: SameTextsBody): Promise<string> {
  const setup = await loadSetup(database())
  const attribute = setup.attributes.get(body.field)
  if (!attribute || !attribute.translatable || !attributeTypes[attribute.type].isText)
    throw unprocessable('These texts cannot be compared.', [
      { path: 'field', message: `“${body.field}” is not a text with a language.` },
    ])
  return inTransaction((tx) =>
    enqueue(tx, {
      kind: 'same-texts',
      title: `Comparing ${attribute.labels[setup.source] ?? body.field} in ${languageName(body.language)}`,
      personId: person.id,
      input: { ...body },
    }),
  )
}

/**
 * Texts of a field in a language that say the same, or nearly: what inline values say is left aside, since it differs
 * by itself.
 */
export async function findSameTexts(
  body: SameTextsBody,
  { onProgress, cancelled }: WorkControls = {},
): Promise<SameTexts> {
  const db = database()
  const setup = await loadSetup(db)
  const attribute = setup.attributes.get(body.field)!
  const id = setup.attributeIds.get(body.field)!
  const total = await countTexts(db, id, body.language)
  const texts: { skus: string[]; text: string; signature: Uint32Array; words: number }[] = []
  const known = new Map<string, number>()
  let read = 0
  for (let last = 0; ;) {
    const rows = await textsAfter(db, id, body.language, { after: last, limit: readAtOnce })
    for (const r of rows) {
      const text = viewOf(r.value, attribute.type, body.language).stretches.join('\n').replaceAll(inlineMark, ' ')
      const key = createHash('md5').update(fold(text)).digest('base64')
      const place = known.get(key)
      if (place !== undefined) {
        if (!texts[place]!.skus.includes(r.sku)) texts[place]!.skus.push(r.sku)
        continue
      }
      const shingles = shinglesOf(text, body.language)
      known.set(key, texts.length)
      texts.push({ skus: [r.sku], text: text.slice(0, 240), signature: signatureOf(shingles), words: shingles.size })
    }
    read += rows.length
    if (rows.length === 0) break
    // A product may have the text for several storefronts; all of a product's are read together.
    last =
      rows.at(-1)!.product_id - (rows.length === readAtOnce && rows[0]!.product_id !== rows.at(-1)!.product_id ? 1 : 0)
    if (rows.length < readAtOnce) break
    onProgress?.(read, total)
    if (cancelled?.()) throw new Cancelled()
    await yieldToEventLoop()
  }
  const long = texts.map((_, i) => i).filter((i) => texts[i]!.words >= wordsForNear)
  const near = groupAlike(
    long.map((i) => texts[i]!.signature),
    alikeFrom,
  ).map((g) => ({ places: g.places.map((p) => long[p]!), least: g.least }))
  const inNear = new Set(near.flatMap((g) => g.places))
  const groups = [
    ...near,
    ...texts
      .map((_, i) => i)
      .filter((i) => !inNear.has(i) && texts[i]!.skus.length > 1)
      .map((i) => ({ places: [i], least: 1 })),
  ]
    .map((g) => ({
      least: g.least,
      products: g.places.reduce((n, p) => n + texts[p]!.skus.length, 0),
      texts: g.places.slice(0, 6).map((p) => ({
        text: texts[p]!.text,
        products: texts[p]!.skus.length,
        skus: texts[p]!.skus.slice(0, skusShown),
      })),
    }))
    .sort((a, b) => b.products - a.products)
  return {
    looked: read,
    groups: groups.slice(0, groupsShown),
    groupCount: groups.length,
    products: groups.reduce((n, g) => n + g.products, 0),
  }
}
