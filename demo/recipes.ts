import { stepKinds, type Recipe, type RecipeStep, type StepKindName } from '@core/drafting/recipe'

const step = (kind: StepKindName, instruction = stepKinds[kind].instruction): RecipeStep => ({ kind, instruction })

export const recipes: Recipe[] = [
  {
    code: 'whole-page',
    name: 'The whole page',
    note: 'For products that come with facts and a photo, and not a line of text.',
    storefront: null,
    steps: [
      step('photo'),
      step('facts'),
      step('description'),
      step('summary'),
      step('key-points'),
      step('search-texts'),
    ],
  },
  {
    code: 'search-texts',
    name: 'Search texts only',
    note: 'Where the copy is written and only the search lacks its own.',
    storefront: null,
    steps: [
      step(
        'search-texts',
        '<p>Begin the search title with <data value="attribute:name"></data>. The search description says ' +
          'the summary and the weight.</p>',
      ),
    ],
  },
]
