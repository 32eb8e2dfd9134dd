import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { deleteRecord } from '../../services/records'

export default endpoint(operations.deleteCategory, ({ person, param, now }) =>
  deleteRecord(person, 'categories', param('code'), now),
)
