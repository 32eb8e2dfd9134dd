import { endpoint } from '../../../http/endpoint'
import { searchTextsOf } from '../../../services/search/texts'

export default endpoint('searchTexts', ({ param, query }) => searchTextsOf(param('sku'), query))
