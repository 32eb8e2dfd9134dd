import { Joi, type Infer, type ObjectSchema } from './schema'
import type { Value } from '@core/attributes/attribute'
import { stepKindNames, type Recipe, type StepKindName } from '@core/drafting/recipe'
import type { TextFinding } from '@core/house-style/finding'

const code = Joi.string().pattern(/^[a-z0-9][a-z0-9-]{0,79}$/, 'a code')

export const recipeRecord: ObjectSchema<Recipe> = Joi.object({
  code: code.required(),
  name: Joi.string().trim().min(1).max(120).required(),
  note: Joi.string().allow('').max(2000).default(''),
  storefront: Joi.string()
    .allow(null)
    .default(null)
    .description('A storefront whose texts alone it writes; null is for all of them.'),
  steps: Joi.array()
    .items(
      Joi.object({
        kind: Joi.string()
          .valid(...stepKindNames)
          .required(),
        instruction: Joi.string()
          .allow('')
          .max(20_000)
          .default('')
          .description(
            'Formatted text; inline values may name attributes, facts of the storefront, and results of ' +
              'earlier steps (`step:facts`).',
          ),
      }),
    )
    .min(1)
    .max(20)
    .required(),
})

/** A recipe that is tried on a few products; nothing is kept. */
export const recipeTrialBody = Joi.object({
  recipe: recipeRecord.required(),
  skus: Joi.array().items(Joi.string().max(200)).min(1).max(3).unique().required(),
  storefront: Joi.string().required(),
  language: Joi.string().max(35).required(),
})
export type RecipeTrialBody = Infer<typeof recipeTrialBody>

/** What a step came to on one product. */
export interface TrialStep {
  kind: StepKindName
  asked: string
  text: string
  units: number
  notes: string[]
  texts: { attribute: string; value: Value; alternatives: Value[]; invented: string[]; findings: TextFinding[] }[]
}
export interface TrialProduct {
  sku: string
  name: string
  /** What inline values read as. */ values: Record<string, string>
  thin: { facts: number; of: number; help: string[] } | null
  steps: TrialStep[]
  units: number
}
export interface RecipeTrial {
  service: string
  unit: string
  items: TrialProduct[]
}

/** Which products work is about. */
const found = {
  filter: Joi.any().description('A condition; all products without it.'),
  lens: Joi.object({ storefront: Joi.string(), group: Joi.string().allow(null), at: Joi.string().isoDate() }),
}

/** For which products and languages a recipe runs. */
export const recipeRunBody = Joi.object({
  ...found,
  editions: Joi.array()
    .items(Joi.object({ storefront: Joi.string().required(), language: Joi.string().max(35).required() }))
    .min(1)
    .max(50)
    .required(),
  what: Joi.string()
    .valid('missing', 'all')
    .default('missing')
    .description('`missing`: only what is not there yet; `all`: everything, beside what is there.'),
  leaveThin: Joi.boolean().default(true).description('Whether products with too few facts are left out.'),
})
export type RecipeRunBody = Infer<typeof recipeRunBody>
/** What a run would do, as far as a sample tells. */
export interface RunPreview {
  products: number
  pages: number
  thin: number
  units: number
  unit: string
  sample: number
}

/** Photos that are read for suggestions: colours that are missing, alternative texts. */
export const photoRunBody = Joi.object({
  ...found,
  storefront: Joi.string().required(),
  language: Joi.string().max(35).required(),
})
export type PhotoRunBody = Infer<typeof photoRunBody>
/** Products that are held against the data pool for suggestions. */
export const poolRunBody = Joi.object(found)
export type PoolRunBody = Infer<typeof poolRunBody>

export const origins = ['recipe', 'photo', 'data-pool', 'import'] as const
export type Origin = (typeof origins)[number]
export const suggestionStates = ['open', 'accepted', 'edited', 'refused', 'replaced'] as const
export type SuggestionState = (typeof suggestionStates)[number]

/** Which suggestions a list shows. */
const filter = {
  state: Joi.string()
    .valid(...suggestionStates, 'decided')
    .default('open'),
  run: Joi.number().integer().min(1),
  origin: Joi.string().valid(...origins),
  sku: Joi.string().max(200),
  field: Joi.string().max(80).description('An attribute, or `picture` for the texts of pictures.'),
  language: Joi.string().max(35),
  outdated: Joi.boolean().description('Only those whose base has changed since.'),
  mine: Joi.boolean().description('Only those of work that you started.'),
}
export const anySuggestion = Joi.object(filter)
export type SuggestionFilter = Infer<typeof anySuggestion>
export const groupings = ['run', 'product', 'field'] as const
export type Grouping = (typeof groupings)[number]
export const suggestionQuery = Joi.object({
  ...filter,
  by: Joi.string()
    .valid(...groupings)
    .default('run'),
  offset: Joi.number().integer().min(0).max(10_000_000).default(0),
  limit: Joi.number().integer().min(1).max(200).default(50),
})
export const suggestionGroupQuery = Joi.object({
  ...filter,
  by: Joi.string()
    .valid(...groupings)
    .default('run'),
})

/** A suggestion beside what stands there now. */
export interface SuggestionDocument {
  id: number
  run: { id: number; title: string; origin: Origin; recipe: string | null; person: string | null; created: string }
  sku: string
  name: string
  picture: string | null
  attribute: string
  storefront: string | null
  language: string | null
  value: Value
  /** What stands there now, and whether it is another than when this was made. */
  now: Value | null
  moved: boolean
  /** Facts that it was made from and that are others now, by attribute. */
  changed: string[]
  madeFrom: string[]
  alternatives: Value[]
  invented: string[]
  findings: TextFinding[]
  /** What inline values of either text read as, by address. */
  values: Record<string, string>
  state: SuggestionState
  decided: { by: string | null; at: string; value: Value | null } | null
}
/** What became of a run: what it drafted for, what it cost, what could not be done and how often. */
export interface RunReport {
  products: number
  thin: number
  units: number
  unit: string | null
  notes: { note: string; times: number }[]
}
export interface SuggestionGroup {
  key: string
  title: string
  note: string
  open: number
  outdated: number
  run: RunReport | null
}

/** What is decided of suggestions: one by one, or of all that a filter finds. */
export const decisionBody = Joi.object({
  decisions: Joi.array()
    .items(
      Joi.object({
        id: Joi.number().integer().min(1).required(),
        do: Joi.string().valid('accept', 'refuse', 'reopen').required(),
        value: Joi.any<Value>().description('What is accepted in its place, where it was edited.'),
        now: Joi.any<Value | null>().description(
          'What was seen to stand there; where it is another by then, nothing is overwritten. Without it, ' +
            'outdated suggestions are not accepted.',
        ),
      }),
    )
    .min(1)
    .max(500)
    .unique('id'),
  all: Joi.object({ ...filter, do: Joi.string().valid('accept', 'refuse').required() }),
}).xor('decisions', 'all')
export type DecisionBody = Infer<typeof decisionBody>
export interface DecisionReport {
  accepted: number
  refused: number
  reopened: number
  failed: { id: number; message: string }[]
  failedCount: number
  step: number | null
}

/** Recipes, and the service that drafts by them. */
export interface RecipeList {
  items: {
    code: string
    name: string
    note: string
    steps: StepKindName[]
    /** Suggestions that wait. */
    open: number
    /** When it ran last. */
    last: string | null
  }[]
  service: { name: string; unit: string; languages: readonly string[] }
  next: null
}

/** How many suggestions wait, and those of work that one started. */
export interface WaitingSuggestions {
  open: number
  mine: { run: number; title: string; open: number }[]
}
