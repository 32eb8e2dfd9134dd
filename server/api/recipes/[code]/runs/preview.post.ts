import type { RecipeRunBody } from '@contracts/drafting'
import { operations } from '@contracts/operations'
import { endpoint } from '../../../../http/endpoint'
import { previewRun } from '../../../../services/drafting/runs'

export default endpoint<object, RecipeRunBody>(operations.previewRecipeRun, ({ body, param, now }) =>
  previewRun(param('code'), body, now),
)
