import { endpoint } from '../../http/endpoint'
import { listTypes } from '../../services/setup/list-setup'

export default endpoint('listTypes', () => listTypes())
