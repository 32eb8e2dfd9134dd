import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { listRecipes } from '../../services/drafting/recipes'

export default endpoint(operations.listRecipes, () => listRecipes())
