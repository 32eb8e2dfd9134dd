import { operations } from '@contracts/operations'
import { endpoint } from '../../../http/endpoint'
import { deleteRecord } from '../../../services/records'

export default endpoint(operations.deleteMedia, ({ person, param, now }) =>
  deleteRecord(person, 'media', param('code'), now),
)
