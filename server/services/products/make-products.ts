import type { ProductPatchBody } from '@contracts/product'
import type { CopyBody, NewProductBody, VariantsBody } from '@contracts/variants'
import { applyPatch, type Difference } from '@core/catalogue/patch'
import { inTransaction, type Tx } from '../../db/connect'
import {
  loadFamilies,
  lockFamilies,
  memberOf,
  ownersOfGtins,
  rootsOfSkus,
  type StoredFamily,
  type StoredProduct,
} from '../../db/queries/families'
import { storedAssignments, writeReach } from '../../db/queries/library'
import { loadSetup, raiseStamp, type StoredSetup } from '../../db/queries/setup'
import { insertChanges } from '../../db/queries/steps'
import { beginStep, reserveProductIds, writeProducts } from '../../db/queries/write-products'
import { checkedPatch } from './check-patch'
import { authorize } from '../people/permission'
import type { Person } from '@contracts/people'
import { unprocessable, notFound, Problem } from '../problem'
import { markTranslations, newProduct, productDocument, productTag } from './products'

export interface Write {
  before: StoredProduct | null
  after: StoredProduct
  differences: Difference[]
}

/** Throws a 422 problem where SKUs or GTINs are taken, or stand twice in what is written. */
export async function checkUnique(tx: Tx, writes: readonly Write[], path: (i: number, field: string) => string) {
  const errors: { path: string; message: string }[] = []
  const made = writes.filter((w) => !w.before).map((w) => w.after.sku)
  const known = await rootsOfSkus(tx.db, made)
  const owners = await ownersOfGtins(
    tx.db,
    writes.flatMap((w) => w.after.gtin ?? []),
  )
  const [skus, gtins] = [new Set<string>(), new Map<string, string>()]
  const changing = new Set(writes.flatMap((w) => (w.before && w.before.gtin !== w.after.gtin ? w.before.sku : [])))
  writes.forEach(({ before, after }, i) => {
    if (!before && (known.has(after.sku) || skus.has(after.sku)))
      errors.push({
        path: path(i, 'sku'),
        message: `There is a product “${after.sku}” already. Each SKU must be unique.`,
      })
    skus.add(after.sku)
    if (after.gtin === null) return
    const owner = gtins.get(after.gtin) ?? owners.get(after.gtin)
    if (owner !== undefined && owner !== after.sku && (gtins.has(after.gtin) || !changing.has(owner)))
      errors.push({ path: path(i, 'gtin'), message: `${owner} already has this GTIN. Each GTIN must be unique.` })
    gtins.set(after.gtin, after.sku)
  })
  if (errors.length > 0) throw unprocessable('Some of this is not valid. Nothing has been changed.', errors)
}

/** A product as a body says it, made or changed. */
function written(
  body: ProductPatchBody,
  base: StoredProduct,
  before: StoredProduct | null,
  setup: StoredSetup,
  now: number,
): Write {
  const { patch, marks } = checkedPatch(body, base, setup)
  const { product: after, differences } = applyPatch(base, patch)
  const all = [...differences, ...markTranslations(before, after, differences, marks, setup)]
  if (before && all.length > 0) Object.assign(after, { version: before.version + 1, changed: now })
  return { before, after, differences: before ? all : [{ path: 'created', before: null, after: after.sku }, ...all] }
}

async function familyOf(tx: Tx, setup: StoredSetup, sku: string): Promise<StoredFamily> {
  const root = (await rootsOfSkus(tx.db, [sku])).get(sku)
  if (root === undefined) throw notFound(`product “${sku}”`)
  await lockFamilies(tx, [root])
  return (await loadFamilies(tx.db, setup, [root])).get(root)!
}

/** What a variant has from its parent when it is made. */
const fromParent = (parent: StoredProduct) => ({
  type: parent.type,
  category: parent.category,
  brand: parent.brand,
  kind: parent.kind,
  status: parent.status,
})

/** Makes one product, or a variant where the body names a parent. */
export async function createProduct(person: Person, body: NewProductBody, now: number) {
  authorize(person, 'edit-products')
  return inTransaction(async (tx) => {
    const setup = await loadSetup(tx.db)
    const { sku, parent = null, ...rest } = body
    const family = parent === null ? null : await familyOf(tx, setup, parent)
    if (family && family.root.sku !== parent)
      throw unprocessable('Nothing has been created.', [
        { path: 'parent', message: `“${parent}” is a variant itself, of “${family.root.sku}”.` },
      ])
    if (!family && !rest.type)
      throw unprocessable('Nothing has been created.', [{ path: 'type', message: 'Name the product type.' }])
    if (family && rest.type && rest.type !== family.root.type)
      throw unprocessable('Nothing has been created.', [
        { path: 'type', message: `A variant has its parent's product type, “${family.root.type}”.` },
      ])
    const [id] = await reserveProductIds(tx, 1)
    const base = Object.assign(newProduct(sku, parent, id!, now), family ? fromParent(family.root) : {})
    const write = written(rest, base, null, setup, now)
    await checkUnique(tx, [write], (_i, field) => field)
    const after = write.after
    const whole: StoredFamily = family
      ? { root: family.root, variants: [...family.variants, after] }
      : { root: after, variants: [] }
    await writeProducts(
      tx,
      setup,
      [write],
      [whole],
      new Set(family ? [family.root.id] : []),
      await beginStep(tx, `Created ${sku}`, person.id, now),
    )
    return { tag: productTag(after), document: productDocument(after, whole) }
  })
}

/** Makes and changes variants of a parent in one step: all of them, or none. */
export async function saveVariants(person: Person, parentSku: string, body: VariantsBody, now: number) {
  authorize(person, 'edit-products')
  return inTransaction(async (tx) => {
    const setup = await loadSetup(tx.db)
    const family = await familyOf(tx, setup, parentSku)
    if (family.root.sku !== parentSku)
      throw unprocessable('Nothing has been changed.', [
        { path: 'sku', message: `“${parentSku}” is a variant itself, of “${family.root.sku}”.` },
      ])
    const existing = new Map(family.variants.map((v) => [v.sku, v]))
    const ids = await reserveProductIds(tx, body.variants.filter((v) => !existing.has(v.sku)).length)
    const parent = written({ differsIn: body.differsIn }, family.root, family.root, setup, now)
    const errors: { path: string; message: string }[] = []
    const variants = body.variants.map(({ sku, ...rest }, i): Write => {
      const before = existing.get(sku) ?? null
      try {
        return written(
          rest,
          before ?? Object.assign(newProduct(sku, parentSku, ids.pop()!, now), fromParent(family.root)),
          before,
          setup,
          now,
        )
      } catch (e) {
        if (!(e instanceof Problem) || !e.errors) throw e
        errors.push(...e.errors.map((x) => ({ path: `variants[${i}].${x.path}`, message: `${sku}: ${x.message}` })))
        return { before, after: before ?? family.root, differences: [] }
      }
    })
    if (errors.length > 0) throw unprocessable('Some of this is not valid. Nothing has been changed.', errors)
    await checkUnique(tx, variants, (i, field) => `variants[${i}].${field}`)
    const writes = [parent, ...variants].filter((w) => w.differences.length > 0)
    const after: StoredFamily = {
      root: parent.after,
      variants: [
        ...family.variants.map((v) => variants.find((w) => w.before === v)?.after ?? v),
        ...variants.filter((w) => !w.before).map((w) => w.after),
      ],
    }
    const made = variants.filter((w) => !w.before).length
    if (writes.length > 0) {
      const step = await beginStep(
        tx,
        made > 0
          ? `Created ${made} ${made === 1 ? 'variant' : 'variants'} of ${parentSku}`
          : `Changed variants of ${parentSku}`,
        person.id,
        now,
      )
      await writeProducts(tx, setup, writes, [after], new Set([family.root.id]), step)
    }
    return {
      made,
      changed: writes.length - made - (writes.includes(parent) ? 1 : 0),
      document: productDocument(after.root, after),
    }
  })
}

/**
 * Copies a product with all its values, prices, relations and the content that is assigned to it by name. The copy is
 * disabled; what must be unique is what the body says. The variants that it names are copied with it.
 */
export async function copyProduct(person: Person, sku: string, body: CopyBody, now: number) {
  authorize(person, 'edit-products')
  return inTransaction(async (tx) => {
    const setup = await loadSetup(tx.db)
    const family = await familyOf(tx, setup, sku)
    const pattern = memberOf(family, sku)
    const odd = Object.keys(body.variants).find(
      (v) => pattern !== family.root || !family.variants.some((x) => x.sku === v),
    )
    if (odd !== undefined)
      throw unprocessable('Nothing has been copied.', [
        { path: `variants.${odd}`, message: `“${odd}” is not a variant of “${sku}”.` },
      ])
    const variants = pattern === family.root ? family.variants.filter((v) => v.sku in body.variants) : []
    const ids = await reserveProductIds(tx, variants.length + 1)
    const copy = (of: StoredProduct, as: string, parent: string | null, name: string): StoredProduct => ({
      ...structuredClone({ ...of, marks: new Map(of.marks) }),
      id: ids.pop()!,
      version: 1,
      sku: as,
      parent,
      status: 'disabled',
      gtin: null,
      created: now,
      changed: now,
      // A search title says which product it is, and so does the name, where another is given.
      values: of.values
        .filter((v) => v.attribute !== 'search-title' && (name === '' || v.attribute !== 'name'))
        .map((v) => ({ ...v })),
    })
    const made = [
      copy(pattern, body.sku, pattern.parent, body.name),
      ...variants.map((v) => copy(v, body.variants[v.sku]!, body.sku, '')),
    ]
    const writes = made.map((base, i): Write =>
      written(
        i === 0
          ? {
              gtin: body.gtin,
              ...(body.name !== ''
                ? { values: [{ attribute: 'name', language: setup.source, value: body.name }] }
                : {}),
            }
          : {},
        base,
        null,
        setup,
        now,
      ),
    )
    await checkUnique(tx, writes, (i, field) => (i === 0 ? field : `variants.${variants[i - 1]!.sku}`))
    const [root, ...rest] = writes.map((w) => w.after)
    const whole: StoredFamily =
      pattern === family.root
        ? { root: root!, variants: rest }
        : { root: family.root, variants: [...family.variants, root!] }
    const step = await beginStep(tx, `Copied ${sku} as ${body.sku}`, person.id, now)
    // The history tells where it came from; every value is in it as the product was made.
    for (const w of writes)
      w.differences.push({
        path: 'copied',
        before: null,
        after: w === writes[0] ? sku : variants[writes.indexOf(w) - 1]!.sku,
      })
    await writeProducts(tx, setup, writes, [whole], new Set(pattern === family.root ? [] : [family.root.id]), step)
    await copyAssignments(tx, new Map([[sku, body.sku], ...Object.entries(body.variants)]), step)
    return { tag: productTag(root!), document: productDocument(root!, whole) }
  })
}

/** Assignments that name a product by its SKU name its copy too: what was chosen, added or left out for it. */
async function copyAssignments(tx: Tx, copies: ReadonlyMap<string, string>, step: number) {
  for (const a of await storedAssignments(tx.db)) {
    const more = (list: string[]) => [...new Set([...list, ...list.flatMap((s) => copies.get(s) ?? [])])]
    const reach = {
      ...a.reach,
      chosen: more(a.reach.chosen),
      added: more(a.reach.added),
      leftOut: more(a.reach.leftOut),
    }
    if (JSON.stringify(reach) === JSON.stringify(a.reach)) continue
    const { number: _number, ...before } = a
    await writeReach(tx.db, a.number, reach)
    const difference = { path: '', before, after: { ...before, reach } }
    await insertChanges(tx.db, [{ step, record: `assignments:${a.code}`, differences: [difference] }])
    await raiseStamp(tx.db, 'content')
  }
}
