import { sql, type SQL } from 'drizzle-orm'
import type { Reach } from '@core/assignments/assignment'
import {
  bitmapOf,
  both,
  countBits,
  either,
  hasBit,
  numbersIn,
  setBit,
  without,
  type Bitmap,
} from '@core/assignments/bitmap'
import { checkCondition } from '@core/rules/check'
import type { RuleNode } from '@core/rules/condition'
import { differsByStorefront } from '@core/rules/differs'
import type { FactLens } from '@core/rules/fact-shape'
import type { Db } from '../connect'
import { namesRoots, reachToSql } from './reach'
import { rootsMeeting, ruleToSql } from './rule-sql'
import type { StoredSetup } from './setup'

const eachVariant = sql`product v join product r on r.id = v.root_id`

/**
 * What reaches have, as sets of root numbers, for very many reaches at one moment: the database is asked each condition
 * once, however many rules name it, and a rule is put together from the sets of its conditions. With `among`, of these
 * roots only.
 */
export class ReachBits {
  private readonly known = new Map<string, Promise<Bitmap>>()

  constructor(
    private readonly db: Db,
    private readonly setup: StoredSetup,
    private readonly size: number,
    private readonly among?: readonly number[],
  ) {}

  /** What a reach has: roots, or what is sold by itself where each variant is asked. */
  async members(reach: Reach, lens: FactLens): Promise<Bitmap> {
    return reach.eachVariant ? this.ask(reachToSql(this.setup, reach, lens), eachVariant, 'v') : this.roots(reach, lens)
  }

  /** The roots that a reach has; where each variant is asked, those of which any is reached. */
  async roots(reach: Reach, lens: FactLens): Promise<Bitmap> {
    if (reach.eachVariant) return this.ask(reachToSql(this.setup, reach, lens), eachVariant)
    const base =
      reach.base === 'everything'
        ? await this.everything()
        : reach.base === 'chosen'
          ? await this.named(reach.chosen)
          : await this.meeting(checkCondition(reach.rule, this.setup), lens)
    const added = reach.added.length > 0 ? either([base, await this.named(reach.added)]) : base
    return reach.leftOut.length > 0 ? without(added, await this.named(reach.leftOut)) : added
  }

  private everything() {
    return this.once('everything', () => this.ask(sql`r.parent_id is null`))
  }

  private named(skus: readonly string[]) {
    return this.ask(sql`r.parent_id is null and ${namesRoots(skus)}`)
  }

  private async meeting(node: RuleNode, lens: FactLens): Promise<Bitmap> {
    if (node.kind === 'variant' || node.kind === 'test') {
      const differs =
        node.kind === 'variant' ||
        differsByStorefront({ field: node.field.name, is: node.is, value: node.given }, this.setup)
      const key = JSON.stringify([differs ? [lens.storefront, lens.group] : null, node], (name, value: unknown) =>
        name === 'path' ? undefined : value,
      )
      const sets = node.kind === 'test' && this.among === undefined ? rootsMeeting(node, lens, this.setup) : undefined
      return this.once(key, () =>
        sets ? this.together(sets) : this.ask(sql`r.parent_id is null and ${ruleToSql(node, lens, this.setup)}`),
      )
    }
    const parts: Bitmap[] = []
    for (const child of node.children) parts.push(await this.meeting(child, lens))
    if (node.kind === 'any') return parts.length === 0 ? bitmapOf([], this.size) : either(parts)
    if (node.kind === 'none') return parts.reduce(without, await this.everything())
    return parts.length === 0 ? this.everything() : parts.reduce(both)
  }

  private once(key: string, ask: () => Promise<Bitmap>): Promise<Bitmap> {
    let bits = this.known.get(key)
    if (!bits) this.known.set(key, (bits = ask()))
    return bits
  }

  private ask(condition: SQL, from: SQL = sql`product r`, whose: 'r' | 'v' = 'r'): Promise<Bitmap> {
    return this.read(
      sql`
        select ${sql.raw(whose)}.id from ${from}
        where ${condition} ${this.among === undefined ? sql`` : sql`and r.id = any(${sql.param([...this.among])}::int[])`}
      `,
    )
  }

  private async together(sets: readonly SQL[]): Promise<Bitmap> {
    const parts: Bitmap[] = []
    for (const set of sets) parts.push(await this.read(set))
    return parts.length === 1 ? parts[0]! : either([bitmapOf([], this.size), ...parts])
  }

  /**
   * A query for numbers, which come as four bytes each: written as text, they took half as long again on both sides.
   */
  private async read(numbers: SQL): Promise<Bitmap> {
    const { rows } = await this.db.execute<{ ids: Buffer | null }>(
      sql`select string_agg(int4send(s.id), ''::bytea) as ids from (${numbers}) s(id)`,
    )
    const bits = bitmapOf([], this.size)
    const { ids } = rows[0]!
    for (let at = 0; ids !== null && at < ids.length; at += 4) setBit(bits, ids.readInt32BE(at), true)
    return bits
  }
}

/**
 * Sets up to this size are put in order by the database; of larger ones, products are read in order until enough are
 * found.
 */
const fewMembers = 3000

/** The first products of a set by SKU. */
export async function firstBySku(db: Db, bits: Bitmap, most: number): Promise<string[]> {
  const count = countBits(bits)
  if (count === 0) return []
  if (count <= fewMembers) {
    const { rows } = await db.execute<{ sku: string }>(
      sql`select sku from product where id = any(${sql.param(numbersIn(bits))}::int[]) order by sku limit ${most}`,
    )
    return rows.map((r) => r.sku)
  }
  const skus: string[] = []
  let after = ''
  for (let some = 1000; skus.length < most; some *= 4) {
    const { rows } = await db.execute<{ id: number; sku: string }>(
      sql`select id, sku from product where sku > ${after} order by sku limit ${some}`,
    )
    for (const r of rows) if (skus.length < most && hasBit(bits, r.id)) skus.push(r.sku)
    if (rows.length < some) break
    after = rows.at(-1)!.sku
  }
  return skus
}

/** Names and SKUs of products by their numbers, for showing some of a set. */
export async function namesOfProducts(
  db: Db,
  setup: StoredSetup,
  ids: readonly number[],
): Promise<Map<number, { sku: string; name: string }>> {
  if (ids.length === 0) return new Map()
  const { rows } = await db.execute<{ id: number; sku: string; name: string | null }>(sql`
    select p.id, p.sku, v.value #>> '{}' as name from product p left join value v on v.product_id = p.root_id
    and v.attribute_id = ${setup.attributeIds.get('name') ?? 0} and v.storefront_id = 0 and v.language = ${setup.source}
    where p.id = any(${sql.param([...ids])}::int[])`)
  return new Map(rows.map((r) => [r.id, { sku: r.sku, name: r.name ?? r.sku }]))
}
