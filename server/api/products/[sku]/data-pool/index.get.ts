import { operations } from '@contracts/operations'
import { endpoint } from '../../../../http/endpoint'
import { besideProduct } from '../../../../services/pool/data-pool'

export default endpoint<{ gtin?: string }>(operations.besideProduct, ({ param, query }) =>
  besideProduct(param('sku'), query.gtin),
)
