import { randomUUID } from 'node:crypto'
import { mkdir, unlink, writeFile } from 'node:fs/promises'
import path from 'node:path'
import { stringify } from 'csv-stringify/sync'
import type { BatchPlan, PictureBatch } from '@contracts/media'
import { isPicture } from '@core/media/item'
import { inPlace, keysOfNames, libraryName, matchName, stem, type NameMatch } from '@core/media/match-names'
import { freeCode } from '@core/text/code'
import { isPerVariant } from '@core/catalogue/model'
import { database, inTransaction, type Db } from '../../db/connect'
import { loadFamilies, memberOf, rootsOfSkus } from '../../db/queries/families'
import { loadLibrary, skusByKey } from '../../db/queries/media'
import { loadSetup, type StoredSetup } from '../../db/queries/setup'
import { settings } from '../../settings'
import { importProducts } from '../imports/import-products'
import { enqueue } from '../work/jobs'
import type { Person } from '@contracts/people'
import { unprocessable, Problem } from '../problem'

const attribute = 'pictures'

async function plan(db: Db, setup: StoredSetup, body: PictureBatch): Promise<BatchPlan> {
  const { items } = await loadLibrary(db, body.files)
  const unknown = body.files.findIndex((f) => !items.has(f))
  if (unknown >= 0)
    throw unprocessable('Some of this is not valid. Nothing has been changed.', [
      {
        path: `files[${unknown}]`,
        message: `There is no “${body.files[unknown]!}” in the media library. Upload it first.`,
      },
    ])
  const called = (name: string) => body.called[name] ?? name
  const skus = await skusByKey(db, keysOfNames(body.files.map(called)))
  const byFile = body.files
    .filter((name) => isPicture(items.get(name)!.content.mime))
    .map((name) => ({ name, match: matchName(called(name), skus) }))
  const roots = await rootsOfSkus(
    db,
    byFile.flatMap(({ match }) => match.sku ?? []),
  )
  const families = await loadFamilies(db, setup, [...new Set(roots.values())])
  const bySku = new Map<string, { name: string; match: NameMatch }[]>()
  const out: BatchPlan = { products: [], drafts: [], rest: [], there: [] }
  for (const one of byFile) {
    const { sku } = one.match
    if (sku === null) out.rest.push(one.name)
    else {
      const { root } = families.get(roots.get(sku)!)!
      // Where all variants share their pictures, those of a variant are the parent's.
      const owner = isPerVariant(setup, root.type, attribute) ? sku : root.sku
      bySku.set(owner, [...(bySku.get(owner) ?? []), one])
    }
  }
  for (const [sku, list] of bySku) {
    const family = families.get(roots.get(sku) ?? roots.get(list[0]!.match.sku!)!)!
    const had =
      (memberOf(family, sku).values.find((v) => v.attribute === attribute && v.storefront === null)?.value as
        string[] | undefined) ?? []
    const order = inPlace(list.map((l) => l.match))
    const names = order.map((m) => list.find((l) => l.match === m)!.name)
    out.there.push(...names.filter((n) => had.includes(n)))
    const come = names.filter((n) => !had.includes(n))
    if (come.length > 0) out.products.push({ sku, pictures: [...had, ...come], had: had.length })
  }
  if (body.drafts !== null) {
    if (!setup.types.has(body.drafts))
      throw unprocessable('Some of this is not valid. Nothing has been changed.', [
        { path: 'drafts', message: `There is no product type “${body.drafts}”.` },
      ])
    const wanted = out.rest.map((name) => ({
      picture: name,
      name: stem(called(name))
        .replace(/[_\s]+/g, ' ')
        .trim(),
      sku: stem(libraryName(called(name)))
        .toUpperCase()
        .slice(0, 58),
    }))
    const taken = new Set(
      (
        await rootsOfSkus(
          db,
          wanted.flatMap((w) => [w.sku, ...Array.from({ length: 20 }, (_, i) => `${w.sku}-${i + 2}`)]),
        )
      ).keys(),
    )
    for (const w of wanted) {
      const sku = freeCode(w.sku, (c) => taken.has(c))
      taken.add(sku)
      out.drafts.push({ ...w, sku })
    }
    out.rest = []
  }
  // Files that are no pictures stay in the library.
  out.rest.push(...body.files.filter((name) => !isPicture(items.get(name)!.content.mime)))
  return out
}

/** What a batch of pictures would do, for people to look at before. */
export async function previewPictureBatch(body: PictureBatch): Promise<BatchPlan> {
  return plan(database(), await loadSetup(database()), body)
}

/** Gives a batch to the worker. Returns the number of its job. */
export async function startPictureBatch(person: Person, body: PictureBatch): Promise<string> {
  await previewPictureBatch(body)
  return inTransaction((tx) =>
    enqueue(tx, {
      kind: 'picture-batch',
      title: `Adding ${body.files.length} pictures to products`,
      personId: person.id,
      input: { ...body },
    }),
  )
}

/** Does it, as an import does: one step, with history, that can be put back with the drafts it made. */
export async function runPictureBatch(
  body: PictureBatch,
  personId: number | null,
  now: number,
  o: { title: string; onProgress?: (done: number, total: number) => void; cancelled?: () => boolean },
) {
  const setup = await loadSetup(database())
  const { products, drafts } = await plan(database(), setup, body)
  const rows = [
    ...products.map((p) => [p.sku, '', '', '', p.pictures.join('|')]),
    ...drafts.map((d) => [d.sku, body.drafts!, 'disabled', d.name, d.picture]),
  ]
  const file = path.join(settings().data, 'uploads', randomUUID())
  await mkdir(path.dirname(file), { recursive: true })
  await writeFile(file, stringify([['sku', 'type', 'status', `name@/${setup.source}`, attribute], ...rows]))
  try {
    const report = await importProducts(file, { mode: 'apply', take: 'all', personId, now, ...o })
    if (!report.applied && report.rejectedCount > 0)
      throw new Problem(409, 'Refused', `${report.rejected[0]!.message} Nothing has been changed.`)
    return report
  } finally {
    await unlink(file).catch(() => undefined)
  }
}
