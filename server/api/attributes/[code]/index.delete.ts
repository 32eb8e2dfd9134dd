import { operations } from '@contracts/operations'
import { endpoint } from '../../../http/endpoint'
import { deleteRecord } from '../../../services/records'

export default endpoint(operations.deleteAttribute, ({ person, param, now }) =>
  deleteRecord(person, 'attributes', param('code'), now),
)
