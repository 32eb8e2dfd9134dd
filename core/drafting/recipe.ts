/** What the steps of a recipe can do, in the order in which they make sense. */
export const stepKindNames = [
  'photo',
  'facts',
  'description',
  'summary',
  'key-points',
  'search-texts',
  'names',
] as const
export type StepKindName = (typeof stepKindNames)[number]

/** One kind of step. Adding one is adding an entry, and what the drafting service makes of it. */
export interface StepKind {
  label: string
  /** What it does, for who puts a recipe together. */
  does: string
  /** The attributes that it writes. */
  writes: readonly string[]
  /** Whether the drafting service is asked; the others are worked out here. */
  drafted: boolean
  /** What a new step says. */
  instruction: string
}

export const stepKinds: Readonly<Record<StepKindName, StepKind>> = {
  photo: {
    label: 'Read the photo',
    does: 'Colours, background and text of the main picture; suggests missing colours and an alternative text',
    writes: [],
    drafted: true,
    instruction: '<p>Say what the picture shows, in one sentence.</p>',
  },
  facts: {
    label: 'Gather facts',
    does: 'All facts of the product with where each is from, the data pool and the photo included',
    writes: [],
    drafted: false,
    instruction: '',
  },
  description: {
    label: 'Description',
    does: 'A description from the facts',
    writes: ['description'],
    drafted: true,
    instruction: '<p>Write 6 sentences in 2 paragraphs from these facts:</p><p><data value="step:facts"></data></p>',
  },
  summary: {
    label: 'Summary',
    does: 'One or two lines beside the price',
    writes: ['summary'],
    drafted: true,
    instruction:
      '<p>Write 1 sentence. Begin with what the description begins with:</p><p><data ' +
      'value="step:description"></data></p>',
  },
  'key-points': {
    label: 'Key points',
    does: 'Short points, each with one fact',
    writes: ['key-points'],
    drafted: true,
    instruction: '<p>Write 4 points.</p>',
  },
  'search-texts': {
    label: 'Search texts',
    does: 'Search title, search description, search words and slug',
    writes: ['search-title', 'search-description', 'search-words', 'slug'],
    drafted: true,
    instruction:
      '<p>Begin the search title with <data value="attribute:name"></data>. The search description takes ' +
      'up the summary:</p><p><data value="step:summary"></data></p>',
  },
  names: {
    label: 'Names',
    does: 'A new name',
    writes: ['name'],
    drafted: true,
    instruction: '<p>Propose 3 names.</p>',
  },
}

export interface RecipeStep {
  kind: StepKindName
  /** Formatted text that may hold inline values of the product, and results of earlier steps (`step:facts`). */
  instruction: string
}

/** A chain of drafting steps that yields suggestions. */
export interface Recipe {
  code: string
  name: string
  note: string
  /** For texts of this storefront alone; null is for all of them. */
  storefront: string | null
  steps: RecipeStep[]
}

/** What is wrong with the steps of a recipe, by path: a kind twice, or a result that is named before it is there. */
export function recipeProblems(steps: readonly RecipeStep[]): { path: string; message: string }[] {
  const problems: { path: string; message: string }[] = []
  steps.forEach((step, i) => {
    if (steps.findIndex((s) => s.kind === step.kind) < i)
      problems.push({ path: `steps[${i}].kind`, message: `“${stepKinds[step.kind].label}” is in the recipe twice.` })
    for (const m of step.instruction.matchAll(/<data value="step:([^"]*)">/g)) {
      if (!steps.slice(0, i).some((s) => s.kind === m[1]))
        problems.push({
          path: `steps[${i}].instruction`,
          message:
            `It names the result of “${stepKinds[m[1] as StepKindName]?.label ?? m[1]!}”, which is not a step ` +
            'before it.',
        })
    }
  })
  return problems
}
