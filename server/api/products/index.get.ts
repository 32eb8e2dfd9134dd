import { endpoint } from '../../http/endpoint'
import { changedProducts } from '../../services/products/changed-products'
import { listForEdition } from '../../services/products/list-products'

export default endpoint('listProducts', ({ query }) => {
  const after = query['changed-after']
  return after === undefined ? listForEdition(query) : changedProducts(after, query.limit)
})
