import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { deleteRecord } from '../../services/records'

export default endpoint(operations.deleteNamedRule, ({ person, param, now }) =>
  deleteRecord(person, 'named-rules', param('code'), now),
)
