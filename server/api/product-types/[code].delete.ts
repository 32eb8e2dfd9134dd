import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { deleteRecord } from '../../services/records'

export default endpoint(operations.deleteType, ({ person, param, now }) =>
  deleteRecord(person, 'product-types', param('code'), now),
)
