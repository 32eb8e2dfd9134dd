import { endpoint } from '../../../../http/endpoint'
import { productHistory } from '../../../../services/products/products'

export default endpoint('getHistory', ({ param, query }) => productHistory(param('sku'), query))
