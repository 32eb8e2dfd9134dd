import { setImmediate as yieldToEventLoop } from 'node:timers/promises'
import { sql } from 'drizzle-orm'
import { fieldNames } from '@core/catalogue/patch'
import { fold } from '@core/text/fold'
import { Turns, type Db, type Tx } from '../connect'
import { copyInto } from '../copy'
import { packDifferences } from '../schema'
import type { StoredFamily } from './families'
import { writeOwnFacts } from './own-facts'
import { rootsOf, touchPagesWhere } from './page-touches'
import { invalidateWhere, invalidateWritten } from './readiness'
import { keyChanges, writeKeys, type KeyChange } from './search-keys'
import {
  addFacts,
  addPrices,
  addProduct,
  addValues,
  momentText,
  newFactRows,
  newProductRows,
  type ProductWrite,
  type ValueKey,
  carriedFolded,
} from './product-rows'
import type { StoredSetup } from './setup'
import { writeVersions, type Version } from './versions'

/** Numbers for new products. */
export async function reserveProductIds(tx: Tx, n: number): Promise<number[]> {
  if (n === 0) return []
  const { rows } = await tx.db.execute<{ id: number }>(
    sql`select nextval('product_id_seq')::int as id from generate_series(1, ${n})`,
  )
  return rows.map((r) => r.id)
}

/** A new step of work. Returns its number. */
export async function beginStep(tx: Tx, title: string, personId: number | null, at: number): Promise<number> {
  const { rows } = await tx.db.execute<{ id: number }>(
    sql`insert into step (at, person_id, title) values (${momentText(at)}, ${personId}, ${title}) returning id`,
  )
  return Number(rows[0]!.id)
}

/** What a product's own row holds, by the path of its differences. */
const ownFields: ReadonlySet<string> = new Set(fieldNames)
const orNull = <T>(list: T[]) => (list.length === 0 ? null : list)

/**
 * Changes of products, made ready row by row and written set by set. What is added is turned into rows at once:
 * later changes of the products are not in it.
 */
export class WriteSet {
  private readonly rows = newProductRows()
  private readonly updated: Record<string, unknown>[] = []
  private readonly versions: Version[] = []
  private readonly releasedGtins: number[] = []
  /** Roots that have variants now and may have had none. */
  private readonly parents = new Set<number>()
  private readonly goneValues: ValueKey[] = []
  private readonly oldPrices: number[] = []
  /** Slugs and search texts that are others now. */
  private readonly keys: KeyChange[] = []
  private readonly facts = newFactRows()
  private oldFacts: number[] = []
  /** The roots of all that is written. */
  private readonly written = new Set<number>()
  /** The SKUs of products that relations named and may not name any more: on their pages they stood as well. */
  private readonly named = new Set<string>()
  /** When it was changed: once for all of a step. */
  private readonly moments = new Set<number>()

  constructor(
    private readonly setup: StoredSetup,
    private readonly stepId: number,
  ) {}

  /** Adds what a product was and is, with what differs; `root` is the number of its family's root. */
  add(write: ProductWrite, root: number): void {
    const { before, after: p, differences } = write
    this.written.add(root)
    this.moments.add(p.changed)
    if (!before) {
      addProduct(this.rows, p, root)
      if (root !== p.id) this.parents.add(root)
    } else {
      if (differences.some((d) => d.path === 'relations')) for (const { sku } of before.relations) this.named.add(sku)
      if (before.gtin !== p.gtin) this.releasedGtins.push(p.id)
      this.versions.push({ id: p.id, version: p.version, changed: momentText(p.changed) })
      // Most changes are of values, and leave the product's own row alone.
      if (differences.some((d) => ownFields.has(d.path)))
        this.updated.push({
          id: p.id,
          type: p.type,
          category: p.category,
          brand: p.brand,
          tags: p.tags,
          tags_folded: p.tags.map(fold),
          status: p.status,
          kind: p.kind,
          gtin: p.gtin,
          stock: p.stock,
          available_from: p.availableFrom,
          range: p.range,
          categories: orNull(p.categories),
          minimum: p.minimum,
          differs_in: orNull(p.differsIn),
          relations: orNull(p.relations),
          carried: Object.keys(p.carried).length === 0 ? null : p.carried,
          carried_folded: carriedFolded(p.carried),
        })
    }
    for (const key of addValues(this.rows.values, write, this.setup)) this.goneValues.push(key)
    for (const key of keyChanges(p.id, p.values, before ? differences : null, this.setup)) this.keys.push(key)
    if (addPrices(this.rows.prices, write, this.setup) && before) this.oldPrices.push(p.id)
    if (differences.length > 0) this.rows.changes.add([this.stepId, `product:${p.sku}`, packDifferences(differences)])
  }

  /**
   * Derives what rules read of the families of all that was added, as they are now. `stored` says which roots had rows
   * before.
   */
  async derive(families: readonly StoredFamily[], stored: ReadonlySet<number>): Promise<void> {
    this.oldFacts = families.map((f) => f.root.id).filter((id) => stored.has(id))
    for (let i = 0; i < families.length; i += 20) {
      addFacts(this.facts, families.slice(i, i + 20), this.setup)
      // The database may be waiting to be given more of an earlier set.
      await yieldToEventLoop()
    }
  }

  /** Writes all of it, table by table, each in its turn on the connection. */
  async send(tx: Tx, turns = new Turns()): Promise<void> {
    const work: (() => Promise<unknown>)[] = []
    // A GTIN may move from one product to another within a step, so all are let go first.
    if (this.releasedGtins.length > 0)
      work.push(() =>
        tx.db.execute(sql`update product set gtin = null where id = any(${sql.param(this.releasedGtins)}::int[])`),
      )
    if (this.updated.length > 0) {
      work.push(() =>
        tx.db.execute(sql`
        update product p
        set type = r.type, category = r.category, brand = r.brand, tags = r.tags, tags_folded = r.tags_folded,
          status = r.status, kind = r.kind,
          gtin = r.gtin, stock = r.stock, available_from = r.available_from, range = r.range,
          categories = r.categories, minimum = r.minimum, differs_in = r.differs_in, relations = r.relations,
            carried = r.carried, carried_folded = r.carried_folded
        from jsonb_to_recordset(${JSON.stringify(this.updated)}::jsonb) as r(id int, type text, category text,
            brand text, tags text[], tags_folded text[], status text, kind text, gtin text, stock int,
          available_from date, range jsonb, categories text[], minimum int, differs_in text[], relations jsonb,
            carried jsonb, carried_folded jsonb)
        where p.id = r.id`),
      )
    }
    if (this.versions.length > 0) work.push(() => writeVersions(tx, this.versions))
    for (const rows of [this.rows.products, this.rows.versions]) work.push(() => copyInto(tx.client, rows))
    if (this.parents.size > 0)
      work.push(() =>
        tx.db.execute(
          sql`update product set is_leaf = false where id = any(${sql.param([...this.parents])}::int[]) and is_leaf`,
        ),
      )
    if (this.goneValues.length > 0) {
      work.push(() =>
        tx.db.execute(sql`
        delete from value v
        using jsonb_to_recordset(${JSON.stringify(this.goneValues)}::jsonb) as g(p int, a smallint, s smallint, l text)
        where v.product_id = g.p and v.attribute_id = g.a and v.storefront_id = g.s and v.language = g.l`),
      )
    }
    if (this.oldPrices.length > 0)
      work.push(() => tx.db.execute(sql`delete from price where product_id = any(${sql.param(this.oldPrices)}::int[])`))
    if (this.keys.length > 0) work.push(() => writeKeys(tx, this.keys))
    work.push(() => deleteFacts(tx, this.oldFacts))
    for (const rows of [this.rows.values, this.rows.prices, this.rows.changes, ...Object.values(this.facts)])
      work.push(() => copyInto(tx.client, rows))
    work.push(() => invalidateWritten(tx, this.written, this.moments))
    if (this.named.size > 0) work.push(() => touchPagesWhere(tx, rootsOf([...this.named])))
    // Nothing may be under way on the connection when its transaction ends, also where one of them fails.
    const failed = (await Promise.allSettled(work.map((w) => turns.take(w)))).find((r) => r.status === 'rejected')
    if (failed) throw failed.reason
  }
}

async function deleteFacts(tx: Tx, roots: number[]) {
  if (roots.length === 0) return
  const ofRoots = sql`where root_id = any(${sql.param(roots)}::int[])`
  await tx.db.execute(sql`
    with facts as (delete from fact ${ofRoots}), texts as (delete from fact_text ${ofRoots}),
    prices as (delete from fact_price ${ofRoots})
    delete from fact_range ${ofRoots}`)
}

/**
 * Writes changed products with their values, prices, facts and history.
 * `families` are those of all written products as they are after the change; `stored` says which roots had rows before.
 */
export async function writeProducts(
  tx: Tx,
  setup: StoredSetup,
  writes: readonly ProductWrite[],
  families: readonly StoredFamily[],
  stored: ReadonlySet<number>,
  stepId: number,
): Promise<void> {
  const roots = new Map(families.flatMap((f) => [f.root, ...f.variants].map((p) => [p, f.root.id] as const)))
  const set = new WriteSet(setup, stepId)
  for (const w of writes) set.add(w, roots.get(w.after)!)
  await set.derive(families, stored)
  await set.send(tx)
}

/** Derives the facts of families anew: what rules read is true in the moment that the values are. */
export async function writeFacts(
  tx: Tx,
  setup: StoredSetup,
  families: readonly StoredFamily[],
  stored: ReadonlySet<number>,
): Promise<void> {
  await deleteFacts(
    tx,
    families.map((f) => f.root.id).filter((id) => stored.has(id)),
  )
  const facts = newFactRows()
  addFacts(facts, families, setup)
  for (const rows of Object.values(facts)) await copyInto(tx.client, rows)
  await writeOwnFacts(tx, setup, families)
}

/** Removes products with all that is stored of them but their history. Variants go before or with their parents. */
export async function removeProducts(tx: Tx, ids: readonly number[]): Promise<void> {
  const list = sql`any(${sql.param([...ids])}::int[])`
  await invalidateWhere(tx, sql`select root_id from product where id = ${list}`)
  for (const table of [
    'value',
    'price',
    'fact',
    'fact_text',
    'fact_price',
    'value_source',
    'pool_query',
    'product_version',
    'search_key',
  ])
    await tx.db.execute(sql`delete from ${sql.raw(table)} where product_id = ${list}`)
  for (const table of ['fact_range', 'list_member'])
    await tx.db.execute(
      sql`delete from ${sql.raw(table)} where ${sql.raw(table === 'fact_range' ? 'root_id' : 'product_id')} = ${list}`,
    )
  await tx.db.execute(sql`delete from product where id = ${list}`)
}

/**
 * Tells the planner about many new rows, and marks their pages as readable by index alone.
 * The database does so by itself too, but some minutes later, in which rules would take several times as long.
 */
export async function settleTables(db: Db): Promise<void> {
  await db.execute(sql`vacuum (analyze) product, product_version, value, price, fact, fact_text, fact_price`)
}
