import { endpoint } from '../../../http/endpoint'
import { getResolved } from '../../../services/products/products'

export default endpoint('getResolved', ({ param, query, now }) =>
  getResolved(param('sku'), query.storefront, query.language, now),
)
