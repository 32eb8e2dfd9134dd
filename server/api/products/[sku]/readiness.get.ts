import { endpoint } from '../../../http/endpoint'
import { productReadiness } from '../../../services/readiness/findings'

export default endpoint('productReadiness', ({ param }) => productReadiness(param('sku')))
