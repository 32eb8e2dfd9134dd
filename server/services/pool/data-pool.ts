import type { FoundItem, FoundItems, KeepOwnBody, PoolBeside, PoolRow, TakeOverBody } from '@contracts/pool'
import { type Mapping, suggestMapping } from '@core/imports/mapping'
import { bareGtin } from '@core/gtin/check-digit'
import { compareItem, isExplained, saidAt, takeOver, type PoolComparison } from '@core/pool/compare'
import { readItem, statementOf, type PoolItem, type ReadProperty } from '@core/pool/item'
import { same, scopeOfPath } from '@core/catalogue/patch'
import { sourceDifference, type ValueSource } from '@core/catalogue/source'
import { attributeTypes, displayForTeam } from '@core/attributes/types/registry'
import type { Value } from '@core/attributes/attribute'
import { database, inTransaction, type Tx } from '../../db/connect'
import { idOfSku, ownersOfGtins, type StoredFamily, type StoredProduct } from '../../db/queries/families'
import { loadSetup, type StoredSetup } from '../../db/queries/setup'
import { loadSources } from '../../db/queries/sources'
import { dataPool } from '../../stand-ins/chosen'
import { PoolProblem } from '../../stand-ins/data-pool'
import { authorize } from '../people/permission'
import type { Person } from '@contracts/people'
import { poolMapping } from './meanings'
import { latestQueries, writeQuery } from './queries'
import { unprocessable, notFound, Problem } from '../problem'
import { familyOf, lockFamily, productDocument, productTag, saveOne } from '../products/products'

const mostItems = 200

/** Asks the pool; that it does not answer is a problem of its own. Throws 502. */
export async function asking<T>(work: Promise<T>): Promise<T> {
  try {
    return await work
  } catch (e) {
    if (e instanceof PoolProblem) throw new Problem(502, 'The data pool does not answer', e.message)
    throw e
  }
}

/** What an item is called, in the source language, as far as it says. */
function nameOf(item: PoolItem, read: readonly ReadProperty[], setup: StoredSetup): string {
  return read.find((p) => p.path === `attribute:name@/${setup.source}`)?.text ?? `${item.brand} ${item.model}`
}

/** An item as lists show it. A SKU is suggested by the maker's number, where it says one. */
function foundItem(
  item: PoolItem,
  setup: StoredSetup,
  mapping: Mapping | undefined,
  owners: ReadonlyMap<string, string>,
): FoundItem {
  const read = readItem(item, setup, mapping)
  const number = Object.keys(item.properties).find((name) => suggestMapping([name], [], setup)[0]!.means === 'sku')
  const type = read.find((p) => p.path === 'type')?.value
  return {
    ...item,
    name: nameOf(item, read, setup),
    sku: owners.get(item.gtin) ?? null,
    suggested: {
      sku: number === undefined ? '' : item.properties[number]!,
      type: typeof type === 'string' ? type : '',
    },
  }
}

/** Items of the pool, by their GTINs or by brand and model, with the products that have them. */
export async function findItems({
  gtin,
  brand = '',
  model = '',
}: {
  gtin?: string
  brand?: string
  model?: string
}): Promise<FoundItems> {
  const db = database()
  const gtins =
    gtin === undefined
      ? []
      : [
          ...new Set(
            gtin
              .split(/[^\d-]+/)
              .map(bareGtin)
              .filter(Boolean),
          ),
        ]
  if (gtins.length > mostItems)
    throw unprocessable(`Up to ${mostItems} GTINs can be looked up at once; you sent ${gtins.length}.`)
  const items = await asking(
    gtin === undefined ? dataPool().byModel(brand, model, mostItems) : dataPool().byGtin(gtins),
  )
  const [setup, mapping, owners] = [
    await loadSetup(db),
    await poolMapping(db),
    await ownersOfGtins(
      db,
      items.map((i) => i.gtin),
    ),
  ]
  return {
    pool: dataPool().name,
    unknown: gtins.filter((g) => !items.some((i) => i.gtin === g)),
    items: items.map((i) => foundItem(i, setup, mapping, owners)),
  }
}

/** The items that may be a product: by its GTIN; of a parent, by those of its variants; else by its brand and model. */
async function itemsOf(product: StoredProduct, family: StoredFamily, setup: StoredSetup): Promise<PoolItem[]> {
  const gtins =
    product === family.root && family.variants.length > 0
      ? family.variants.flatMap((v) => v.gtin ?? [])
      : product.gtin === null
        ? []
        : [product.gtin]
  const found = gtins.length > 0 ? await dataPool().byGtin(gtins) : []
  if (found.length > 0) return found
  const model = saidAt(product, family, 'attribute:model').value
  const brand = setup.brands.get(family.root.brand ?? '')?.name
  return typeof model === 'string' && brand !== undefined ? dataPool().byModel(brand, model, 20) : []
}

/** A value or field of a product as people read it in the source language. */
function shown(path: string | null, value: unknown, setup: StoredSetup): string {
  if (value === null || value === undefined || path === null) return ''
  const attribute = setup.attributes.get(scopeOfPath(path)?.attribute ?? '')
  if (attribute) return displayForTeam(value as Value, attribute, { language: setup.source, labels: [setup.source] })
  const code = String(value)
  return path === 'brand'
    ? (setup.brands.get(code)?.name ?? code)
    : path === 'category'
      ? (setup.categories.get(code)?.names[setup.source] ?? code)
      : code
}

/**
 * An item of the pool beside a product, property by property. `gtin` says which item; without, it is the first that may
 * be it.
 */
export async function besideProduct(sku: string, gtin: string | undefined): Promise<PoolBeside> {
  const db = database()
  const { setup, family, product } = await familyOf(sku)
  const items = await asking(itemsOf(product, family, setup))
  const asked =
    gtin === undefined
      ? undefined
      : (items.find((i) => i.gtin === bareGtin(gtin)) ?? (await asking(dataPool().byGtin([bareGtin(gtin)])))[0])
  if (gtin !== undefined && !asked) throw notFound(`item “${gtin}” in the data pool`)
  const item = asked ?? items[0]
  const [mapping, sources, queries, owners] = [
    await poolMapping(db),
    await loadSources(db, [product.id]),
    await latestQueries(product.id),
    await ownersOfGtins(
      db,
      items.map((i) => i.gtin),
    ),
  ]
  return {
    pool: dataPool().name,
    gtin: item?.gtin ?? null,
    items: [...new Set([...(item ? [item] : []), ...items])].map((i) => ({
      gtin: i.gtin,
      brand: i.brand,
      model: i.model,
      updated: i.updated,
      name: nameOf(i, readItem(i, setup, mapping), setup),
      sku: owners.get(i.gtin) ?? null,
    })),
    rows: !item
      ? []
      : compareItem(item, product, family, setup, sources.get(product.id) ?? new Map(), mapping).map((c): PoolRow => ({
          ...c,
          oursShown: shown(c.path, c.ours, setup),
          theirsShown: shown(c.path, c.theirs, setup),
          explained: isExplained(c),
          query: queries.get(c.path ?? '') ?? null,
        })),
  }
}

/** What outside sources say of a product, by path. Throws 404. */
export async function sourcesOf(sku: string): Promise<Record<string, ValueSource>> {
  const id = await idOfSku(database(), sku)
  if (id === undefined) throw notFound(`product “${sku}”`)
  return Object.fromEntries((await loadSources(database(), [id])).get(id) ?? [])
}

/** The item that a body speaks of, as it is now. Throws 404 where the pool has it no longer. */
async function itemNamed(gtin: string): Promise<PoolItem> {
  const [item] = await asking(dataPool().byGtin([bareGtin(gtin)]))
  if (!item) throw notFound(`item “${gtin}” in the data pool`)
  return item
}

/** The rows of a comparison that paths name. Throws 422 where there is nothing to be had at one. */
function rowsAt(rows: readonly PoolComparison[], paths: readonly string[]): PoolComparison[] {
  const errors: { path: string; message: string }[] = []
  const found = paths.flatMap((path, i) => {
    const row = rows.find((r) => r.path === path)
    if (row && row.state !== 'unread') return [row]
    errors.push({
      path: `take[${i}].path`,
      message: row ? `The pool’s value cannot be read: ${row.problem}` : `The pool has no value for “${path}”.`,
    })
    return []
  })
  if (errors.length > 0) throw unprocessable('Some of this is not valid. Nothing has been changed.', errors)
  return found
}

/** A product that nobody else changes meanwhile, beside an item, with what its sources say. */
async function compared(tx: Tx, sku: string, item: PoolItem) {
  const setup = await loadSetup(tx.db)
  const { family, product } = await lockFamily(tx, setup, sku)
  const sources = (await loadSources(tx.db, [product.id])).get(product.id) ?? new Map<string, ValueSource>()
  return {
    setup,
    family,
    product,
    sources,
    all: compareItem(item, product, family, setup, sources, await poolMapping(tx.db)),
  }
}

/**
 * Puts what an item says into a product, as one step; each value remembers where it is from.
 * Throws 404, 412 where a value is no longer what was seen, 422 where there is nothing to take.
 */
export async function takeFromPool(person: Person, sku: string, body: TakeOverBody, now: number) {
  authorize(person, 'edit-products')
  const item = await itemNamed(body.gtin)
  return inTransaction(async (tx) => {
    const { setup, family, product, sources, all } = await compared(tx, sku, item)
    const rows = rowsAt(
      all,
      body.take.map((x) => x.path),
    )
    const moved = body.take.filter((x) => 'base' in x && !same(saidAt(product, family, x.path).value, x.base ?? null))
    if (moved.length > 0)
      throw new Problem(
        412,
        'Changed by somebody else',
        'Somebody else has changed this product since you compared it. Nothing has been overwritten.',
        moved.map((x) => ({ path: x.path, message: 'Somebody else has changed this value.' })),
      )
    const after = await saveOne(
      tx,
      setup,
      family,
      product,
      {
        patch: takeOver(rows),
        sources: rows.map((r) =>
          sourceDifference(r.path!, sources.get(r.path!) ?? null, statementOf(item, r.property, r.theirs, now)),
        ),
      },
      person,
      `Applied ${rows.length} ${rows.length === 1 ? 'value' : 'values'} from the data pool`,
      now,
    )
    return {
      tag: productTag(after),
      document: productDocument(after, { ...family, root: product === family.root ? after : family.root }),
    }
  })
}

/**
 * Lets a product's own value stand beside what the pool says, with the reason; asks the pool to put its own right, if
 * wanted.
 */
export async function keepOwn(person: Person, sku: string, body: KeepOwnBody, now: number): Promise<void> {
  authorize(person, 'edit-products')
  const item = await itemNamed(body.gtin)
  await inTransaction(async (tx) => {
    const { setup, family, product, sources, all } = await compared(tx, sku, item)
    const [row] = rowsAt(all, [body.path])
    if (row!.state !== 'differs')
      throw unprocessable('There is no difference to explain.', [
        {
          path: 'path',
          message:
            row!.state === 'same'
              ? 'The product and the pool have the same value.'
              : 'The product has no own value there.',
        },
      ])
    await saveOne(
      tx,
      setup,
      family,
      product,
      {
        patch: takeOver([]),
        sources: [
          sourceDifference(
            body.path,
            sources.get(body.path) ?? null,
            statementOf(item, row!.property, row!.theirs, now, body.reason),
          ),
        ],
      },
      person,
      `Kept own value instead of the data pool’s`,
      now,
    )
    if (body.ask)
      await writeQuery(tx, {
        productId: product.id,
        path: body.path,
        gtin: item.gtin,
        property: row!.property,
        theirs: row!.text,
        ours: written(row!, setup),
        reason: body.reason,
        personId: person.id,
        asked: new Date(now),
      })
  })
}

/** Our value as the pool would write it: options by their labels, everything else as in a file. */
function written(row: PoolComparison, setup: StoredSetup): string {
  const attribute = setup.attributes.get(scopeOfPath(row.path!)?.attribute ?? '')
  return !attribute || attribute.options.length > 0
    ? shown(row.path, row.ours, setup)
    : attributeTypes[attribute.type].toCell(row.ours as Value, attribute)
}
