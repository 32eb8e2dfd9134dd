import { runRecipe, type StepResult } from '@core/drafting/run'
import { stepKinds, type Recipe } from '@core/drafting/recipe'
import { substanceOf, type Substance } from '@core/drafting/substance'
import { styleFor, type HouseStyle } from '@core/house-style/style'
import { valuesFor } from '@core/page/values'
import { fold } from '@core/text/fold'
import { readerFor, type Reader } from '@core/values/resolve'
import { database } from '../../db/connect'
import type { StoredFamily } from '../../db/queries/families'
import { readStyles } from '../../db/queries/house-style'
import type { StoredSetup } from '../../db/queries/setup'
import { wordsOfNames } from '../../db/queries/suggestions'
import { draftingService } from '../../stand-ins/chosen'
import { editionOrProblem } from '../products/products'
import { unprocessable } from '../problem'
import { besideOf } from './beside'

/** All that drafting in an edition needs and that is the same for every product. */
export interface Desk {
  recipe: Pick<Recipe, 'steps' | 'storefront'>
  edition: { storefront: string; language: string }
  reader: Reader
  setup: StoredSetup
  styles: HouseStyle[]
  /** Words of names that are taken; those that are proposed come in as it goes on. */
  taken: Set<string>
}

/**
 * A desk for a recipe in an edition. Throws a 422 problem where there is no such edition, or the drafting service does
 * not write its language.
 */
export async function openDesk(recipe: Desk['recipe'], edition: Desk['edition'], setup: StoredSetup): Promise<Desk> {
  const reader = editionOrProblem(setup, edition.storefront, edition.language)
  const { languages, name } = draftingService()
  if (
    recipe.steps.some((s) => stepKinds[s.kind].drafted && s.kind !== 'photo') &&
    !languages.includes(edition.language.split('-')[0]!)
  ) {
    throw unprocessable(
      `${name}, which drafts the texts, does not write ${edition.language}. It writes ${languages.join(', ')}.`,
      [{ path: 'editions', message: `${edition.language} is not among its languages.` }],
    )
  }
  const styles = await readStyles(database())
  const taken = recipe.steps.some((s) => s.kind === 'names') ? await wordsOfNames(database(), setup) : new Set<string>()
  for (const name of styles.flatMap((s) => s.settings.avoid ?? [])) wordsIn(name).forEach((w) => taken.add(w))
  return { recipe, edition, reader, setup, styles, taken }
}

/** The words of a name, folded. */
const wordsIn = (name: string) =>
  fold(name)
    .split(/[^\p{L}\p{N}]+/u)
    .filter(Boolean)

/** How much a family says, whatever the language. */
export function substanceOfFamily(family: StoredFamily, setup: StoredSetup): Substance {
  const reader = readerFor({ storefront: '', language: setup.source, borrow: [] }, setup.source)
  const reads = [family.root, ...family.variants].map((p) => valuesFor(p, family, reader, setup))
  return substanceOf(family.root.type, (code) => reads.some((read) => (read(code)?.value ?? null) !== null), setup)
}

/** Drafts for some families, one after the other. Throws a DraftingProblem where the service does not answer. */
export async function draftFamilies(
  families: readonly StoredFamily[],
  desk: Desk,
): Promise<Map<StoredFamily, StepResult[]>> {
  const { recipe, reader, setup, styles, edition, taken } = desk
  const beside = await besideOf(
    families,
    reader,
    setup,
    recipe.steps.map((s) => s.kind),
  )
  const out = new Map<StoredFamily, StepResult[]>()
  for (const family of families) {
    const results = await runRecipe({
      recipe,
      family,
      reader,
      setup,
      styleOf: (field) => styleFor(styles, field, edition),
      beside: beside(family),
      taken: [...taken],
      service: draftingService(),
    })
    out.set(family, results)
    // Two products of one run are not called alike.
    for (const r of results)
      if (r.kind === 'names')
        for (const p of r.proposals)
          [p.value, ...p.alternatives].flatMap((v) => wordsIn(String(v))).forEach((w) => taken.add(w))
  }
  return out
}
