import { operations } from '@contracts/operations'
import { endpoint } from '../../../http/endpoint'
import { productReadiness } from '../../../services/readiness/findings'

export default endpoint(operations.productReadiness, ({ param }) => productReadiness(param('sku')))
