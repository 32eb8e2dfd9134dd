import { stillFits } from '@core/attributes/fits'
import { isRequired } from '@core/attributes/required'
import {
  blankProduct,
  applyPatch,
  inversePatch,
  same,
  valuePath,
  type Difference,
  type ProductPatch,
} from '@core/catalogue/patch'
import { undoSources, type ValueSource } from '@core/catalogue/source'
import type { FactLens, Facts } from '@core/rules/fact-shape'
import { factsOf } from '@core/rules/facts'
import { byPerson, sourceHash, translationStates, type Standing } from '@core/translation/state'
import { forCarrier } from '@core/catalogue/package-measures'
import { onVariants } from '@core/values/on-variants'
import { editionReader, valuesFor, valueForTeam } from '@core/page/values'
import type {
  ProductDocument,
  ValueDocument,
  ResolvedDocument,
  ProductPatchBody,
  VariantTotals,
  VariantValues,
} from '@contracts/product'
import type { History, HistoryEntry, HistoryFacets, HistoryQuery } from '@contracts/history'
import { database, inTransaction, type Tx } from '../../db/connect'
import {
  idOfSku,
  loadFamilies,
  loadFamilyOf,
  lockFamilies,
  markKey,
  memberOf,
  ownersOfGtins,
  rootsOfSkus,
  type StoredFamily,
  type StoredProduct,
  type TranslationMark,
} from '../../db/queries/families'
import {
  changeOfProduct,
  changesOfProduct,
  facetsOfProduct,
  pageOfHistory,
  type StoredChange,
} from '../../db/queries/history'
import { loadSetup, type StoredSetup } from '../../db/queries/setup'
import { loadSources, writeSources } from '../../db/queries/sources'
import { beginStep, writeProducts } from '../../db/queries/write-products'
import { checkedPatch, type Checked } from './check-patch'
import { authorize } from '../people/permission'
import type { Person } from '@contracts/people'
import { namesTag } from '../entity-tag'
import { unprocessable, notFound, Problem } from '../problem'

/** The version of a product as an entity tag. */
export const productTag = (p: Pick<StoredProduct, 'id' | 'version'>) => `"${p.id}.${p.version}"`

/** A product with every stored value by scope, as it crosses the wire. */
export function productDocument(product: StoredProduct, family: StoredFamily): ProductDocument {
  const {
    sku,
    parent,
    type,
    category,
    categories,
    brand,
    tags,
    status,
    kind,
    gtin,
    stock,
    availableFrom,
    minimum,
    range,
    differsIn,
    relations,
    carried,
  } = product
  return {
    sku,
    parent,
    type,
    category,
    categories,
    brand,
    tags,
    status,
    kind,
    gtin,
    stock,
    availableFrom,
    minimum,
    range,
    differsIn,
    relations,
    carried,
    created: new Date(product.created).toISOString(),
    changed: new Date(product.changed).toISOString(),
    variants: product === family.root ? family.variants.map((v) => v.sku) : [],
    values: product.values
      .map((v) => ({ ...v, ...markOf(product, v) }))
      .sort((a, b) => (valuePath(a) < valuePath(b) ? -1 : 1)),
    prices: product.prices,
  }
}

function markOf(
  product: StoredProduct,
  v: { attribute: string; storefront: string | null; language: string | null },
): Pick<ValueDocument, 'state' | 'unread'> {
  const mark = product.marks.get(markKey(v))
  if (!mark?.state) return {}
  return { state: mark.state, ...(mark.unread ? { unread: true } : {}) }
}

/** A product with its family and the set-up. Throws 404. */
export async function familyOf(
  sku: string,
): Promise<{ setup: StoredSetup; family: StoredFamily; product: StoredProduct }> {
  const db = database()
  const setup = await loadSetup(db)
  const family = await loadFamilyOf(db, setup, sku)
  if (!family) throw notFound(`product “${sku}”`)
  return { setup, family, product: memberOf(family, sku) }
}

/** One product and its entity tag. */
export async function getProduct(sku: string) {
  const { family, product } = await familyOf(sku)
  return { tag: productTag(product), document: productDocument(product, family) }
}

/** So many different values of variants are told; a size chart of a shoe may have dozens. */
const mostVariantValues = 40

function variantTotals({ variants }: StoredFamily): VariantTotals | null {
  if (variants.length === 0) return null
  const stocks = variants.flatMap((v) => (v.stock === null ? [] : [v.stock]))
  return {
    of: variants.length,
    gtins: variants.filter((v) => v.gtin !== null).length,
    stocked: stocks.length,
    stock: stocks.reduce((sum, n) => sum + n, 0),
  }
}

/** Each attribute's value for an edition with its origin: those of the product type, then others that have a value. */
export async function getResolved(sku: string, storefront: string, language: string, now: number) {
  const { setup, family, product } = await familyOf(sku)
  const reader = editionOrProblem(setup, storefront, language)
  const read = valuesFor(product, family, reader, setup)
  const uses = new Map(setup.types.get(family.root.type)?.attributes.map((a) => [a.attribute, a]))
  let facts: Facts | undefined
  const required = (code: string) =>
    uses.has(code) &&
    isRequired(
      uses.get(code)!,
      storefront,
      () => (facts ??= factsOf(family, { storefront, group: null, moment: now }, setup)),
      setup,
    )
  const variantReaders = product === family.root ? family.variants.map((v) => valuesFor(v, family, reader, setup)) : []
  const variantValues = (code: string): VariantValues | null => {
    const held = uses.get(code)?.perVariant ? onVariants(setup.attributes.get(code)!, variantReaders) : null
    if (!held) return null
    const shown = held.values.slice(0, mostVariantValues).map((value) => valueForTeam(code, value, reader, setup))
    return { shown, different: held.values.length, missing: held.missing, of: held.of }
  }
  const others = [...product.values, ...family.root.values].map((v) => v.attribute)
  const items = [...new Set([...uses.keys(), ...others])].flatMap((code): ResolvedDocument[] => {
    const r = read(code)
    return r
      ? [
          {
            ...r,
            shown: r.value === null ? null : valueForTeam(code, r.value, reader, setup),
            required: required(code),
            forCarrier: forCarrier(setup.attributes.get(code)!, r.value, setup.storefronts.get(storefront)!),
            onVariants: variantValues(code),
          },
        ]
      : []
  })
  return { sku, storefront, language, items, variants: product === family.root ? variantTotals(family) : null }
}

/** The reader of an edition, or a 422 problem. */
export function editionOrProblem(setup: StoredSetup, storefront: string, language: string) {
  try {
    return editionReader(setup, storefront, language)
  } catch (e) {
    if (e instanceof RangeError) throw unprocessable(e.message)
    throw e
  }
}

/** The facts that rules see of a product; of a variant, its own beside its parent's. */
export async function getFacts(sku: string, lens: FactLens): Promise<Facts> {
  const { setup, family, product } = await familyOf(sku)
  const facts = factsOf(family, lens, setup)
  return product === family.root ? facts : facts.variants![family.variants.indexOf(product)]!
}

/**
 * Sets the marks of translations after a patch: what they were made from, and how they stand, which is as a person's
 * where nothing is `given`. Returns what differs.
 */
export function markTranslations(
  before: StoredProduct | null,
  after: StoredProduct,
  differences: readonly Difference[],
  given: ReadonlyMap<string, Standing>,
  setup: StoredSetup,
): Difference[] {
  if (after.marks.size === 0 && after.values.every((v) => v.language === null || v.language === setup.source)) return []
  const marks = new Map(after.marks)
  const out: Difference[] = []
  const touched = new Set(differences.map((d) => d.path))
  for (const v of after.values) {
    if (v.language === null || v.language === setup.source) continue
    const key = markKey(v)
    const changed = touched.has(valuePath(v))
    const standing = given.get(key)
    if (!changed && standing === undefined) continue
    const source =
      after.values.find(
        (s) => s.attribute === v.attribute && s.storefront === v.storefront && s.language === setup.source,
      ) ?? after.values.find((s) => s.attribute === v.attribute && s.storefront === null && s.language === setup.source)
    const old = before?.marks.get(key)
    const mark: TranslationMark = {
      ...(standing ?? byPerson('translated')),
      sourceHash: source ? sourceHash(source.value) : null,
      madeFrom: source?.value ?? null,
    }
    if (same(old ?? null, mark)) continue
    marks.set(key, mark)
    out.push({ path: `state:${valuePath(v).slice('attribute:'.length)}`, before: old ?? null, after: mark })
  }
  for (const key of [...marks.keys()]) if (!after.values.some((v) => markKey(v) === key)) marks.delete(key)
  after.marks = marks
  return out
}

/**
 * Changes one product. `ifMatch` is the entity tag seen, or `*`: then every value, field and price that names its base
 * may only replace that, so that two people who change different things do not meet.
 * Throws 412 where it was changed meanwhile, 428 without a tag, 422 where a value does not fit.
 */
export async function patchProduct(
  person: Person,
  sku: string,
  ifMatch: string | undefined,
  body: ProductPatchBody,
  now: number,
) {
  if (ifMatch === undefined)
    throw new Problem(428, 'Version required', 'Say which version you change: send the ETag you got as If-Match.')
  return inTransaction(async (tx) => {
    const setup = await loadSetup(tx.db)
    const { family, product } = await lockFamily(tx, setup, sku)
    const { patch, marks, conflicts } = checkedPatch(body, product, setup)
    askPermission(person, body, setup)
    const isStale = ifMatch === '*' ? conflicts.length > 0 : !namesTag(ifMatch, productTag(product))
    if (isStale) {
      throw new Problem(
        412,
        'Changed by somebody else',
        'Somebody else has changed this product since you opened it. Nothing has been overwritten; look at ' +
          'the newer version and decide.',
        conflicts.length > 0 ? conflicts : undefined,
        { current: productDocument(product, family) },
      )
    }
    const after = await saveOne(tx, setup, family, product, { patch, marks }, person, `Changed ${sku}`, now)
    return {
      tag: productTag(after),
      document: productDocument(after, { ...family, root: product === family.root ? after : family.root }),
    }
  })
}

function askPermission(person: Person, body: ProductPatchBody, setup: StoredSetup) {
  const { values = [], bases: _bases, ...rest } = body
  const translations = values.filter((v) => v.language && v.language !== setup.source)
  if (Object.keys(rest).length > 0 || translations.length < values.length) authorize(person, 'edit-products')
  for (const v of translations) authorize(person, 'translate', v.language!)
}

/** The family of a product, which nobody else changes until the transaction ends. Throws 404. */
export async function lockFamily(tx: Tx, setup: StoredSetup, sku: string) {
  const root = (await rootsOfSkus(tx.db, [sku])).get(sku)
  if (root === undefined) throw notFound(`product “${sku}”`)
  await lockFamilies(tx, [root])
  const family = (await loadFamilies(tx.db, setup, [root])).get(root)!
  return { family, product: memberOf(family, sku) }
}

/** What is to change in a product: its values, the states of translations, and what outside sources say of it. */
export interface ProductChange {
  patch: ProductPatch
  marks?: Checked['marks']
  sources?: readonly Difference[]
}

/** Writes a change of one product as a step of its own. Returns the product as it is then. */
export async function saveOne(
  tx: Tx,
  setup: StoredSetup,
  family: StoredFamily,
  product: StoredProduct,
  { patch, marks = new Map(), sources = [] }: ProductChange,
  person: Person,
  title: string,
  now: number,
): Promise<StoredProduct> {
  const result = applyPatch(product, patch)
  const after = result.product
  const differences = [
    ...result.differences,
    ...markTranslations(product, after, result.differences, marks, setup),
    ...sources,
  ]
  if (differences.length === 0) return product
  if (after.gtin !== null && after.gtin !== product.gtin) {
    const owner = (await ownersOfGtins(tx.db, [after.gtin])).get(after.gtin)
    if (owner !== undefined)
      throw unprocessable('Some of this is not valid. Nothing has been changed.', [
        { path: 'gtin', message: `${owner} has this GTIN already.` },
      ])
  }
  after.changed = now
  after.version = product.version + 1
  const changed: StoredFamily =
    product === family.root
      ? { root: after, variants: family.variants }
      : { root: family.root, variants: family.variants.map((v) => (v === product ? after : v)) }
  const step = await beginStep(tx, title, person.id, now)
  await writeProducts(tx, setup, [{ before: product, after, differences }], [changed], new Set([family.root.id]), step)
  await writeSources(tx, [{ id: product.id, differences: sources }], person.id)
  return after
}

/** A change as people see it. That the product was made, or removed as a whole, is undone with its step alone. */
function historyEntry(change: StoredChange): HistoryEntry {
  const path = change.differences[0]?.path
  if (path === 'removed') return { ...change, made: true, differences: [] }
  return { ...change, made: path === 'created' }
}

/** What was changed in a product, newest first. */
export async function productHistory(sku: string, asked: HistoryQuery): Promise<History> {
  const db = database()
  const { limit, before, ...filter } = asked
  const product = { id: (await idOfSku(db, sku)) ?? 0, sku }
  const found = await changesOfProduct(db, product, { ...filter, before: before ?? null }, limit + 1)
  const { items, next } = pageOfHistory(found, limit)
  return { items: items.map(historyEntry), next }
}

/** By what the history of a product can be filtered. */
export async function productHistoryFacets(sku: string): Promise<HistoryFacets> {
  const db = database()
  return facetsOfProduct(db, { id: (await idOfSku(db, sku)) ?? 0, sku })
}

/**
 * What takes differences of a product back, with the marks of its translations and its sources. What was changed again
 * since stays and is named.
 */
export function undoPatch(
  product: StoredProduct,
  known: ReadonlyMap<string, ValueSource> | undefined,
  differences: readonly Difference[],
  paths: readonly string[] | null,
  setup: StoredSetup,
) {
  const sources = undoSources(known ?? new Map(), differences, paths)
  const wanted = differences.filter(
    (d) => !/^(state|source):/.test(d.path) && d.path !== 'created' && (paths === null || paths.includes(d.path)),
  )
  // Where an attribute has changed since, what it held before may have no place in it.
  const fitting = wanted.filter((d) => stillFits(d.path, d.before, setup))
  const marks: Checked['marks'] = new Map()
  for (const d of differences) {
    if (!d.path.startsWith('state:')) continue
    const before = d.before as TranslationMark | null
    const state = translationStates.find((s) => s === before?.state)
    if (state === undefined) continue
    marks.set(d.path.slice('state:'.length).replace(/^([^@]+)$/, '$1@/'), { state, unread: before?.unread ?? false })
  }
  const { patch, skipped } = inversePatch(product, fitting)
  return {
    patch,
    skipped: [...skipped, ...wanted.filter((d) => !fitting.includes(d)).map((d) => d.path), ...sources.skipped],
    marks,
    sources: sources.changes,
  }
}

/** Takes one change of a product back. What was changed again since stays and is named. */
export async function undoProductChange(
  person: Person,
  sku: string,
  changeId: number,
  paths: string[] | null,
  now: number,
) {
  authorize(person, 'edit-products')
  return inTransaction(async (tx) => {
    const setup = await loadSetup(tx.db)
    const { family, product } = await lockFamily(tx, setup, sku)
    const change = await changeOfProduct(tx.db, product, changeId)
    if (!change) throw notFound('such change of this product')
    const { skipped, ...back } = undoPatch(
      product,
      (await loadSources(tx.db, [product.id])).get(product.id),
      change,
      paths,
      setup,
    )
    const after = await saveOne(tx, setup, family, product, back, person, `Undid a change of ${sku}`, now)
    return { tag: productTag(after), skipped, document: productDocument(after, family) }
  })
}

/** A new product before it is written: its number is reserved by the caller. */
export function newProduct(sku: string, parent: string | null, id: number, now: number): StoredProduct {
  return Object.assign(blankProduct(sku, parent, now), {
    id,
    version: 1,
    marks: new Map() as StoredProduct['marks'],
    hashes: new Map() as StoredProduct['hashes'],
  })
}
