import { endpoint } from '../../http/endpoint'
import { endToken } from '../../services/people/tokens'

export default endpoint('endToken', ({ person, asking, param }) => endToken(person, asking, param('id')))
