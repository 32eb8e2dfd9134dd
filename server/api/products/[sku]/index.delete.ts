import { endpoint } from '../../../http/endpoint'
import { deleteProduct } from '../../../services/products/remove-products'

export default endpoint('deleteProduct', ({ person, param, query, header, now }) =>
  deleteProduct(person, param('sku'), { ifMatch: header('if-match'), references: query.references }, now),
)
