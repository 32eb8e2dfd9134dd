import { endpoint } from '../../../http/endpoint'
import { saveVariants } from '../../../services/products/make-products'

export default endpoint('saveVariants', ({ person, param, body, now }) => saveVariants(person, param('sku'), body, now))
