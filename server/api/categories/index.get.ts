import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { listCategories } from '../../services/setup/list-setup'

export default endpoint(operations.listCategories, () => listCategories())
