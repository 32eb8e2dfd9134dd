import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { deleteRecord } from '../../services/records'

export default endpoint(operations.deletePiece, ({ person, param, now }) =>
  deleteRecord(person, 'pieces', param('code'), now),
)
