import type { PhotoRunBody, RecipeRunBody, RunPreview } from '@contracts/drafting'
import { languageName } from '@core/language/names'
import { stepKinds, type Recipe } from '@core/drafting/recipe'
import { database, inTransaction } from '../../db/connect'
import { loadFamilies, type StoredFamily } from '../../db/queries/families'
import { rootIdsOf } from '../../db/queries/reach'
import { loadSetup, type StoredSetup } from '../../db/queries/setup'
import { draftingService } from '../../stand-ins/chosen'
import { enqueue, standsUnlessCancelled, type WorkControls } from '../work/jobs'
import { authorize } from '../people/permission'
import type { Person } from '@contracts/people'
import { unprocessable } from '../problem'
import { filterOf, lensOf } from '../reach/reach'
import { getRecord } from '../records/records'
import { proposeDrafts } from '../suggestions/propose'
import { saveRun } from '../../db/queries/suggestions'
import { beginRun, type Run } from '../suggestions/run'
import { draftFamilies, openDesk, substanceOfFamily, type Desk } from './draft-families'

/** Families that are drafted together; what was drafted for them stands before the next begin. */
const familiesAtOnce = 25
/** So many families a preview looks at, and so many it drafts for, to tell what a run would come to. */
const previewed = 2000
const sampled = 3

/** What a run is asked to do, as its job keeps it. */
export interface RunInput extends RecipeRunBody {
  /** A recipe by its code, or only the reading of photos. */
  recipe: string | null
}

const photoOnly: Pick<Recipe, 'steps' | 'storefront'> = {
  storefront: null,
  steps: [{ kind: 'photo', instruction: stepKinds.photo.instruction }],
}

async function recipeOf(code: string | null): Promise<Pick<Recipe, 'steps' | 'storefront' | 'name'>> {
  return code === null
    ? { ...photoOnly, name: 'Reading photos' }
    : ((await getRecord('recipes', code)).record as unknown as Recipe)
}

/** The families of a run in the order of their numbers, which stays the same when a run is taken up again. */
async function rootsOf(
  setup: StoredSetup,
  body: Pick<RecipeRunBody, 'filter' | 'lens'>,
  now: number,
): Promise<number[]> {
  const ids = await rootIdsOf(database(), setup, filterOf(setup, body.filter), lensOf(setup, body.lens, now))
  return ids.sort((a, b) => a - b)
}

/**
 * What a run would come to: how many products, how many of them say too little, and what it would cost, as a sample
 * tells.
 */
export async function previewRun(code: string, body: RecipeRunBody, now: number): Promise<RunPreview> {
  const setup = await loadSetup(database())
  const recipe = await recipeOf(code)
  const ids = await rootsOf(setup, body, now)
  const looked = ids.slice(0, previewed)
  const families = [...(await loadFamilies(database(), setup, looked)).values()]
  const thin = families.filter((f) => substanceOfFamily(f, setup).thin)
  const some = families.filter((f) => !body.leaveThin || !thin.includes(f)).slice(0, sampled)
  let units = 0
  for (const edition of body.editions)
    for (const results of (await draftFamilies(some, await openDesk(recipe, edition, setup))).values())
      units += results.reduce((n, r) => n + r.units, 0)
  const share = looked.length === 0 ? 0 : thin.length / looked.length
  const drafted = ids.length * (body.leaveThin ? 1 - share : 1)
  return {
    products: ids.length,
    pages: ids.length * body.editions.length,
    thin: Math.round(ids.length * share),
    units: some.length === 0 ? 0 : Math.round((units / some.length) * drafted),
    unit: draftingService().unit,
    sample: some.length,
  }
}

/** Puts a run of a recipe into the queue. Throws 404, 422. */
export async function queueRun(person: Person, code: string, body: RecipeRunBody, now: number): Promise<string> {
  authorize(person, 'edit-products')
  const recipe = await recipeOf(code)
  const where =
    body.editions.length === 1 ? languageName(body.editions[0]!.language) : `${body.editions.length} editions`
  return queue(person, { ...body, recipe: code }, recipe, `${recipe.name} in ${where}`, now)
}

/** Puts the reading of photos into the queue: colours that are missing, alternative texts. */
export async function queuePhotos(
  person: Person,
  { storefront, language, ...body }: PhotoRunBody,
  now: number,
): Promise<string> {
  authorize(person, 'edit-products')
  return queue(
    person,
    { ...body, editions: [{ storefront, language }], what: 'missing', leaveThin: false, recipe: null },
    photoOnly,
    `Reading photos in ${languageName(language)}`,
    now,
  )
}

async function queue(
  person: Person,
  input: RunInput,
  recipe: Pick<Recipe, 'steps' | 'storefront'>,
  title: string,
  now: number,
): Promise<string> {
  const setup = await loadSetup(database())
  for (const edition of input.editions) await openDesk(recipe, edition, setup)
  if ((await rootsOf(setup, input, now)).length === 0)
    throw unprocessable('The filter finds no product, so there is nothing to draft for.')
  return inTransaction((tx) => enqueue(tx, { kind: 'draft', title, personId: person.id, input: { ...input } }))
}

/**
 * Drafts for all products of a run, some at a time: what was drafted stands, whatever happens after. Called off, it
 * leaves what there is; after a crash it goes on behind the last that stood.
 */
export async function runDrafting(
  job: { id: string; title: string; personId: number | null },
  input: RunInput,
  now: number,
  { onProgress, cancelled }: WorkControls = {},
) {
  const setup = await loadSetup(database())
  const recipe = await recipeOf(input.recipe)
  const run = await beginRun(database(), {
    origin: input.recipe === null ? 'photo' : 'recipe',
    recipe: input.recipe,
    job: job.id,
    title: job.title,
    personId: job.personId,
    now,
  })
  const ids = await rootsOf(setup, input, now)
  const total = ids.length * input.editions.length
  const report = () => ({ run: run.id, ...run.done, unit: draftingService().unit })
  let behind = 0
  for (const edition of input.editions) {
    const key = `${edition.storefront}/${edition.language}`
    const rest = ids.filter((id) => id > (run.done.last[key] ?? 0))
    behind += ids.length - rest.length
    const desk = await openDesk(recipe, edition, setup)
    for (let i = 0; i < rest.length && !cancelled?.(); i += familiesAtOnce) {
      const some = rest.slice(i, i + familiesAtOnce)
      if (!(await standsUnlessCancelled(() => draftSome(run, some, key, desk, input))))
        return { ...report(), cancelled: true }
      behind += some.length
      onProgress?.(behind, total)
    }
  }
  return { ...report(), cancelled: cancelled?.() ?? false }
}

async function draftSome(run: Run, ids: readonly number[], key: string, desk: Desk, input: RunInput) {
  const { setup } = desk
  const found = await loadFamilies(database(), setup, ids)
  const families = ids
    .flatMap((id) => found.get(id) ?? [])
    .filter((f: StoredFamily) => f.root.status !== 'disabled' || f.root.values.length > 0)
  const thin = input.leaveThin ? families.filter((f) => substanceOfFamily(f, setup).thin) : []
  const drafted = await draftFamilies(
    families.filter((f) => !thin.includes(f)),
    desk,
  )
  const done = {
    ...run.done,
    last: { ...run.done.last, [key]: ids.at(-1)! },
    notes: { ...run.done.notes },
    thin: run.done.thin + thin.length,
    products: run.done.products + drafted.size,
  }
  for (const results of drafted.values()) {
    for (const r of results) {
      done.units += r.units
      for (const note of r.notes)
        if (note in done.notes || Object.keys(done.notes).length < 40) done.notes[note] = (done.notes[note] ?? 0) + 1
    }
  }
  await inTransaction(async (tx) => {
    done.suggestions += await proposeDrafts(tx, run.id, drafted, desk.reader, setup, input.what)
    await saveRun(tx, run.id, done)
  })
  run.done = done
}
