import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { deleteRecord } from '../../services/records'

export default endpoint(operations.deleteFeed, ({ person, param, now }) =>
  deleteRecord(person, 'feeds', param('code'), now),
)
