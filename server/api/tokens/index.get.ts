import { endpoint } from '../../http/endpoint'
import { listTokens } from '../../services/people/tokens'

export default endpoint('listTokens', ({ person }) => listTokens(person))
