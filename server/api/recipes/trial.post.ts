import { endpoint } from '../../http/endpoint'
import { tryRecipe } from '../../services/drafting/trial'

export default endpoint('tryRecipe', ({ body }) => tryRecipe(body))
