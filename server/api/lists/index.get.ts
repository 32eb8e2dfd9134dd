import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { listLists } from '../../services/products/named-lists'

export default endpoint(operations.listLists, () => listLists())
