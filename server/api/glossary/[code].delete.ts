import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { deleteRecord } from '../../services/records'

export default endpoint(operations.deleteTerm, ({ person, param, now }) =>
  deleteRecord(person, 'glossary', param('code'), now),
)
