import type { RecipeTrialBody } from '@contracts/drafting'
import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { tryRecipe } from '../../services/drafting/trial'

export default endpoint<object, RecipeTrialBody>(operations.tryRecipe, ({ body }) => tryRecipe(body))
