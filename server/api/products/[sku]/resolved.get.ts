import { operations } from '@contracts/operations'
import { endpoint } from '../../../http/endpoint'
import { getResolved } from '../../../services/products/products'

export default endpoint<{ storefront: string; language: string }>(operations.getResolved, ({ param, query, now }) =>
  getResolved(param('sku'), query.storefront, query.language, now),
)
