import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { letGo } from '../../services/kept'

export default endpoint(operations.letGo, ({ person, param }) => letGo(person, Number(param('id'))))
