import { operations } from '@contracts/operations'
import { endpoint } from '../../../http/endpoint'
import { deleteRecord } from '../../../services/records'

export default endpoint(operations.deleteRecipe, ({ person, param, now }) =>
  deleteRecord(person, 'recipes', param('code'), now),
)
