import type { RecipeTrial, RecipeTrialBody, TrialProduct } from '@contracts/drafting'
import { recipeProblems } from '@core/drafting/recipe'
import { checkText } from '@core/house-style/check-text'
import { styleFor } from '@core/house-style/style'
import { attributeTypes } from '@core/attributes/types/registry'
import { libraryOf } from '@core/media/versions'
import { inlineReader, valuesFor } from '@core/page/values'
import { readAddresses } from '@core/page/inline'
import { normalForm } from '@core/richtext/normal-form'
import { inlineAddresses } from '@core/richtext/read'
import { textOf } from '@core/translation/state'
import { database } from '../../db/connect'
import { loadFamilies, rootsOfSkus } from '../../db/queries/families'
import { loadSetup } from '../../db/queries/setup'
import { draftingService } from '../../stand-ins/chosen'
import { unprocessable } from '../problem'
import { draftFamilies, openDesk, substanceOfFamily } from './draft-families'

/**
 * Tries a recipe, as it is being written, on a few products: every step with what it was asked and what it came to.
 * Nothing is kept.
 */
export async function tryRecipe(body: RecipeTrialBody): Promise<RecipeTrial> {
  const db = database()
  const setup = await loadSetup(db)
  const recipe = {
    ...body.recipe,
    steps: body.recipe.steps.map((s) => ({ ...s, instruction: normalForm(s.instruction) })),
  }
  const problems = recipeProblems(recipe.steps)
  if (problems.length > 0)
    throw unprocessable(
      'The recipe cannot be tested.',
      problems.map((p) => ({ path: `recipe.${p.path}`, message: p.message })),
    )
  const roots = await rootsOfSkus(db, body.skus)
  const missing = body.skus.filter((s) => !roots.has(s))
  if (missing.length > 0)
    throw unprocessable(
      'The recipe cannot be tested.',
      missing.map((s) => ({ path: `skus[${body.skus.indexOf(s)}]`, message: `There is no product “${s}”.` })),
    )
  const edition = { storefront: body.storefront, language: body.language }
  const desk = await openDesk(recipe, edition, setup)
  const families = await loadFamilies(db, setup, [...roots.values()])
  const drafted = await draftFamilies([...new Set(body.skus.map((s) => families.get(roots.get(s)!)!))], desk)
  return {
    service: draftingService().name,
    unit: draftingService().unit,
    items: [...drafted].map(([family, results]): TrialProduct => {
      const read = inlineReader(valuesFor(family.root, family, desk.reader, setup), desk.reader, setup, {
        library: libraryOf([]),
        type: null,
        related: {},
      })
      const addresses = [
        ...new Set(results.flatMap((r) => r.proposals.flatMap((p) => inlineAddresses(textOf(p.value))))),
      ]
      const substance = substanceOfFamily(family, setup)
      return {
        sku: family.root.sku,
        name: String(valuesFor(family.root, family, desk.reader, setup)('name')?.value ?? family.root.sku),
        thin: substance.thin ? { facts: substance.facts, of: substance.of, help: substance.help.slice(0, 4) } : null,
        values: readAddresses(addresses, read),
        units: results.reduce((n, r) => n + r.units, 0),
        steps: results.map((r) => ({
          kind: r.kind,
          asked: r.asked,
          text: r.text,
          units: r.units,
          notes: r.notes,
          texts: r.proposals.map((p) => {
            const attribute = p.place.kind === 'product' ? setup.attributes.get(p.place.attribute) : undefined
            const findings =
              attribute && attributeTypes[attribute.type].isText
                ? checkText(p.value, attribute.type, styleFor(desk.styles, attribute.code, edition))
                : []
            return {
              attribute: attribute?.code ?? 'picture',
              value: p.value,
              alternatives: p.alternatives,
              invented: p.invented,
              findings,
            }
          }),
        })),
      }
    }),
  }
}
