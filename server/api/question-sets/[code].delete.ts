import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { deleteRecord } from '../../services/records'

export default endpoint(operations.deleteQuestionSet, ({ person, param, now }) =>
  deleteRecord(person, 'question-sets', param('code'), now),
)
