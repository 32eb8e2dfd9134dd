import { eq, sql } from 'drizzle-orm'
import { recipeRecord } from '@contracts/drafting'
import { recipeProblems, type Recipe } from '@core/drafting/recipe'
import { normalForm } from '@core/richtext/normal-form'
import { inlineAddresses } from '@core/richtext/read'
import * as t from '../../db/schema'
import { first, type Problems, type RecordKind } from './kind'

export const recipes: RecordKind<Recipe> = {
  name: 'recipe',
  action: 'edit-content',
  stamp: 'content',
  schema: recipeRecord,
  async read(db, code) {
    const row = await first(db.select().from(t.recipe).where(eq(t.recipe.code, code)))
    return (
      row && {
        version: row.version,
        record: { code: row.code, name: row.name, note: row.note, storefront: row.storefront, steps: row.steps },
      }
    )
  },
  check(given, _before, setup) {
    const record = { ...given, steps: given.steps.map((s) => ({ ...s, instruction: normalForm(s.instruction) })) }
    const problems: Problems = recipeProblems(record.steps)
    if (record.storefront !== null && !setup.storefronts.has(record.storefront))
      problems.push({ path: 'storefront', message: `There is no storefront “${record.storefront}”.` })
    record.steps.forEach((s, i) => {
      for (const address of inlineAddresses(s.instruction)) {
        if (address.startsWith('attribute:') && !setup.attributes.has(address.slice(10)))
          problems.push({ path: `steps[${i}].instruction`, message: `There is no attribute “${address.slice(10)}”.` })
      }
    })
    return Promise.resolve({ record, problems })
  },
  async write(tx, r) {
    const row = { name: r.name, note: r.note, storefront: r.storefront, steps: r.steps }
    await tx.db
      .insert(t.recipe)
      .values({ code: r.code, ...row })
      .onConflictDoUpdate({ target: t.recipe.code, set: { ...row, version: sql`${t.recipe.version} + 1` } })
  },
  // What it has proposed stays, under its name.
  deletionBlockers: () => Promise.resolve([]),
  async remove(tx, record) {
    await tx.db.delete(t.recipe).where(eq(t.recipe.code, record.code))
  },
}
