import { endpoint } from '../../../http/endpoint'
import { testConnection } from '../../../services/connections/connections'

export default endpoint('testConnection', ({ param, now }) => testConnection(param('code'), now))
