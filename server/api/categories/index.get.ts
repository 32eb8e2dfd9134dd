import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { listCategories } from '../../services/list-set-up'

export default endpoint(operations.listCategories, () => listCategories())
