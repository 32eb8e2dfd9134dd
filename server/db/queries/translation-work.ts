import { inArray, sql } from 'drizzle-orm'
import { attributeTypes } from '@core/attributes/types/registry'
import { fold } from '@core/text/fold'
import { isStale } from '@core/translation/state'
import type { Db } from '../connect'
import * as t from '../schema'
import type { StoredSetup } from './setup'

interface Counted {
  record: string
  title: string
  texts: number
  missing: number
  stale: number
  unread: number
}

const unread = (state: string | undefined) => state === 'initial' || state === 'translated'

/** The pieces that have a source text for a storefront, with what a language lacks of them: two queries, whatever their number. */
export async function pieceWork(db: Db, setup: StoredSetup, storefront: string, language: string): Promise<Counted[]> {
  const shop = setup.storefrontIds.get(storefront)!
  const pieces = await db.select({ id: t.piece.id, code: t.piece.code, name: t.piece.name }).from(t.piece).orderBy(t.piece.code)
  const texts = await db.select().from(t.pieceText).where(inArray(t.pieceText.language, [setup.source, language]))
  const key = (pieceId: number, storefrontId: number) => `${pieceId}/${storefrontId}`
  const targets = new Map(texts.filter((x) => x.language === language).map((x) => [key(x.pieceId, x.storefrontId), x]))
  const byPiece = new Map<number, Counted>(pieces.map((p) => [p.id, { record: `piece:${p.code}`, title: p.name, texts: 0, missing: 0, stale: 0, unread: 0 }]))
  for (const source of texts) {
    if (source.language !== setup.source || (source.storefrontId !== 0 && source.storefrontId !== shop)) continue
    const target = targets.get(key(source.pieceId, source.storefrontId))
    const count = byPiece.get(source.pieceId)!
    for (const part of ['title', 'body'] as const) {
      if (source[part] === '') continue
      count.texts++
      const mark = target?.states[part]
      if (!target?.[part]) count.missing++
      else if (isStale(mark?.sourceHash ?? null, source[part])) count.stale++
      if (target?.[part] && unread(mark?.state)) count.unread++
    }
  }
  return [...byPiece.values()].filter((c) => c.texts > 0)
}

/** The same of products, counted, filtered and cut to a page by the database. */
export async function productWork(db: Db, setup: StoredSetup, q: { storefront: string; language: string; show: 'open' | 'stale' | 'all'; q?: string; limit: number; offset: number }) {
  const shop = setup.storefrontIds.get(q.storefront)!
  const name = setup.attributeIds.get('name') ?? 0
  const ids = [...setup.attributes.values()].filter((a) => a.translatable && attributeTypes[a.type].isText).map((a) => setup.attributeIds.get(a.code)!)
  const like = q.q ? `%${fold(q.q).replace(/[\\%_]/g, '\\$&')}%` : null
  const shown = q.show === 'all' ? sql`true` : q.show === 'stale' ? sql`stale > 0` : sql`missing + stale > 0`
  const found = like === null ? sql`true` : sql`(sku_folded like ${like} or root_id in (select f.root_id from fact f where f.attribute_id = ${name} and f.txt like ${like}))`
  const { rows } = await db.execute<{ sku: string | null; title: string | null; texts: number; missing: number; stale: number; unread: number; count: number; kind: string } & Record<string, unknown>>(sql`
    with counted as materialized (
      select s.product_id, count(*)::int as texts, count(*) filter (where t.value is null)::int as missing,
        count(*) filter (where t.source_hash <> s.hash)::int as stale, count(*) filter (where t.state in ('initial', 'translated'))::int as unread
      from value s left join value t on t.product_id = s.product_id and t.attribute_id = s.attribute_id and t.storefront_id = s.storefront_id and t.language = ${q.language}
      where s.language = ${setup.source} and s.storefront_id in (0, ${shop}) and s.attribute_id = any(${sql.param(ids)}::smallint[])
      group by s.product_id),
    wanted as materialized (select p.id, p.sku, c.texts, c.missing, c.stale, c.unread from counted c join product p on p.id = c.product_id where ${shown} and ${found}),
    page as (select * from wanted order by sku limit ${q.limit} offset ${q.offset})
    select 'total' as kind, null as sku, null as title, 0 as texts, coalesce(sum(missing), 0)::int as missing, coalesce(sum(stale), 0)::int as stale, coalesce(sum(unread), 0)::int as unread, (select count(*)::int from wanted) as count from counted
    union all (select 'row', w.sku, (select v.value #>> '{}' from value v where v.product_id = w.id and v.attribute_id = ${name} and v.language = ${setup.source} and v.storefront_id = 0), w.texts, w.missing, w.stale, w.unread, 0
      from page w order by w.sku)`)
  const [total, ...page] = rows
  return {
    items: page.map((r): Counted => ({ record: `product:${r.sku!}`, title: r.title ?? r.sku!, texts: r.texts, missing: r.missing, stale: r.stale, unread: r.unread })),
    count: total!.count, total: { missing: total!.missing, stale: total!.stale, unread: total!.unread },
  }
}
