import { endpoint } from '../../../http/endpoint'
import { sourcesOf } from '../../../services/pool/data-pool'

export default endpoint('getSources', ({ param }) => sourcesOf(param('sku')))
