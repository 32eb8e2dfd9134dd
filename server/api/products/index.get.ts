import { endpoint } from '../../http/endpoint'
import { listForEdition } from '../../services/products/list-products'

export default endpoint('listProducts', ({ query }) => listForEdition(query))
