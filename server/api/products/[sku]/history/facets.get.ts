import { endpoint } from '../../../../http/endpoint'
import { productHistoryFacets } from '../../../../services/products/products'

export default endpoint('getHistoryFacets', ({ param }) => productHistoryFacets(param('sku')))
