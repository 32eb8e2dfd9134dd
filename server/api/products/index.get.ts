import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { listForEdition, type ListQuery } from '../../services/products/list-products'

export default endpoint<ListQuery>(operations.listProducts, ({ query }) => listForEdition(query))
