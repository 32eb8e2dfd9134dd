import { sql } from 'drizzle-orm'
import { comparesAsOne } from '@core/rules/scalar'
import type { Tx } from '../connect'
import { lockProducts, type StoredFamily } from './families'
import { ownFact } from './product-rows'
import type { StoredSetup } from './setup'

// The value of a plain attribute is its own fact: what rules compare of it stands in its row. This is written with the
// value; here is what is to be done where not values have changed, but how they are compared.

/** Puts what rules compare of roots' values into their rows, where it is another there. */
export async function writeOwnFacts(tx: Tx, setup: StoredSetup, families: readonly StoredFamily[]): Promise<void> {
  const rows = families.flatMap(({ root }) =>
    root.values
      .filter((v) => v.storefront === null && v.language === null && setup.attributes.has(v.attribute))
      .map((v) => ({ p: root.id, a: setup.attributeIds.get(v.attribute)!, ...ownFact(root, v, setup) })),
  )
  if (rows.length === 0) return
  await tx.db.execute(sql`
    update value v set num = r.num, txt = r.txt
    from jsonb_to_recordset(${JSON.stringify(rows)}::jsonb) as r(p int, a smallint, num float8, txt text)
    where v.product_id = r.p and v.attribute_id = r.a and v.storefront_id = 0 and v.language = ''
    and (v.num, v.txt) is distinct from (r.num, r.txt)`)
}

/** At most so many milliseconds a change of the set-up waits for those who write products. */
const patience = 5000

/**
 * Has the facts of an attribute stand beside its values, as it is plain no more; or only in them, as it is now. Throws
 * TooBusy where others write products for long.
 */
export async function moveFacts(tx: Tx, setup: StoredSetup, code: string, plain: boolean): Promise<void> {
  const attribute = setup.attributes.get(code)!
  const id = setup.attributeIds.get(code)!
  await lockProducts(tx, patience)
  await tx.db.execute(sql`delete from fact where attribute_id = ${id}`)
  if (plain || !comparesAsOne(attribute)) return
  await tx.db.execute(sql`
    insert into fact (attribute_id, storefront_id, root_id, product_id, num, txt)
    select ${id}, 0, product_id, product_id, num, txt from value where attribute_id = ${id}
    and (num is not null or txt is not null)`)
}
