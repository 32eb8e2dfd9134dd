import type { RecipeRunBody } from '@contracts/drafting'
import { operations } from '@contracts/operations'
import { accepted } from '../../../../http/accepted'
import { endpoint } from '../../../../http/endpoint'
import { queueRun } from '../../../../services/drafting/runs'

export default endpoint<object, RecipeRunBody>(operations.runRecipe, async ({ event, person, body, param, now }) =>
  accepted(event, await queueRun(person, param('code'), body, now)),
)
