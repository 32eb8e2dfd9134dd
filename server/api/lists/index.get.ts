import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { listLists } from '../../services/lists'

export default endpoint(operations.listLists, () => listLists())
