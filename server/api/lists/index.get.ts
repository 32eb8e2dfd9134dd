import { endpoint } from '../../http/endpoint'
import { listLists } from '../../services/products/named-lists'

export default endpoint('listLists', () => listLists())
