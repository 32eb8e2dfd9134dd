import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { deleteRecord } from '../../services/records'

export default endpoint(operations.deleteStyle, ({ person, param, now }) =>
  deleteRecord(person, 'house-styles', param('code'), now),
)
