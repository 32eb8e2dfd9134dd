import { endpoint } from '../../../../../http/endpoint'
import { editionPhrases } from '../../../../../services/setup/edition-phrases'

export default endpoint('editionPhrases', ({ param }) => editionPhrases(param('code'), param('language')))
