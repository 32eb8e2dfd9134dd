import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { listTokens } from '../../services/people/tokens'

export default endpoint(operations.listTokens, ({ person }) => listTokens(person))
