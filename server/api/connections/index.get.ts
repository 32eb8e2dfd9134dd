import { endpoint } from '../../http/endpoint'
import { listConnections } from '../../services/connections/connections'

export default endpoint('listConnections', () => listConnections())
