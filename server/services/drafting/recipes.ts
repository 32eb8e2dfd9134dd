import { sql } from 'drizzle-orm'
import { database } from '../../db/connect'
import { storedRecords } from '../../db/queries/records'
import { draftingService } from '../../stand-ins/chosen'

/** Recipes by name, each with what of it waits for reading; and what drafts them. */
export async function listRecipes() {
  const db = database()
  const recipes = (await storedRecords(db, 'recipes')).sort((a, b) => a.name.localeCompare(b.name, 'en'))
  const { rows: open } = await db.execute<{ recipe: string; open: number; last: string }>(sql`
    select r.recipe, count(*) filter (where s.state = 'open')::int as open, max(r.created)::text as last
    from suggestion_run r left join suggestion s on s.run_id = r.id where r.recipe is not null group by 1`)
  const { name, unit, languages } = draftingService()
  return {
    items: recipes.map((r) => {
      const o = open.find((x) => x.recipe === r.code)
      return {
        code: r.code,
        name: r.name,
        note: r.note,
        steps: r.steps.map((s) => s.kind),
        open: o?.open ?? 0,
        last: o ? new Date(o.last).toISOString() : null,
      }
    }),
    service: { name, unit, languages },
    next: null,
  }
}
