import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { deleteRecord } from '../../services/records'

export default endpoint(operations.deleteAssignment, ({ person, param, now }) =>
  deleteRecord(person, 'assignments', param('code'), now),
)
