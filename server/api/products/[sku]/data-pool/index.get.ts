import { endpoint } from '../../../../http/endpoint'
import { besideProduct } from '../../../../services/pool/data-pool'

export default endpoint('besideProduct', ({ param, query }) => besideProduct(param('sku'), query.gtin))
