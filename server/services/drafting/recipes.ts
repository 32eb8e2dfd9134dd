import { database } from '../../db/connect'
import { storedRecords } from '../../db/queries/records'
import { runsOfRecipes } from '../../db/queries/suggestions'
import { draftingService } from '../../stand-ins/chosen'

/** Recipes by name, each with what of it waits for reading; and what drafts them. */
export async function listRecipes() {
  const db = database()
  const recipes = (await storedRecords(db, 'recipes')).sort((a, b) => a.name.localeCompare(b.name, 'en'))
  const runs = await runsOfRecipes(db)
  const { name, unit, languages } = draftingService()
  return {
    items: recipes.map((r) => {
      const run = runs.get(r.code)
      return {
        code: r.code,
        name: r.name,
        note: r.note,
        steps: r.steps.map((s) => s.kind),
        open: run?.open ?? 0,
        last: run?.last ?? null,
      }
    }),
    service: { name, unit, languages },
    next: null,
  }
}
