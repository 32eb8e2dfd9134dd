import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { deleteRecord } from '../../services/records'

export default endpoint(operations.deleteList, ({ person, param, now }) =>
  deleteRecord(person, 'lists', param('code'), now),
)
