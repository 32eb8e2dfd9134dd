import { endpoint } from '../../http/endpoint'
import { listRecipes } from '../../services/drafting/recipes'

export default endpoint('listRecipes', () => listRecipes())
