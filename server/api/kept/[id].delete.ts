import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { letGo } from '../../services/people/saved-views'

export default endpoint(operations.letGo, ({ person, param }) => letGo(person, Number(param('id'))))
