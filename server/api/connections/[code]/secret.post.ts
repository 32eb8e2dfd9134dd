import { endpoint } from '../../../http/endpoint'
import { makeConnectionSecret } from '../../../services/connections/connections'

export default endpoint('makeConnectionSecret', ({ person, asking, param }) =>
  makeConnectionSecret(person, asking, param('code')),
)
