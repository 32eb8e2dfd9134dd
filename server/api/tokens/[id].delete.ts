import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { endToken } from '../../services/people/tokens'

export default endpoint(operations.endToken, ({ person, asking, param }) => endToken(person, asking, param('id')))
