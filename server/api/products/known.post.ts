import { endpoint } from '../../http/endpoint'
import { knownSkus } from '../../services/products/known-skus'

export default endpoint('knownSkus', ({ body }) => knownSkus(body.skus))
