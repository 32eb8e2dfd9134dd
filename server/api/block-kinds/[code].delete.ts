import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { deleteRecord } from '../../services/records'

export default endpoint(operations.deleteBlockKind, ({ person, param, now }) =>
  deleteRecord(person, 'block-kinds', param('code'), now),
)
