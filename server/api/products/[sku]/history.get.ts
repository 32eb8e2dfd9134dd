import { operations } from '@contracts/operations'
import { endpoint } from '../../../http/endpoint'
import { productHistory } from '../../../services/products/products'

export default endpoint<{ limit: number; before?: number }>(operations.getHistory, ({ param, query }) =>
  productHistory(param('sku'), query.before ?? null, query.limit),
)
