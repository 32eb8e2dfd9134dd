import { endpoint } from '../../../../../http/endpoint'
import { editionUse } from '../../../../../services/setup/edition-use'

export default endpoint('editionUse', ({ param }) => editionUse(param('code'), param('language')))
