import { endpoint } from '../http/endpoint'
import { setupDocument } from '../services/setup/setup'

export default endpoint('setup', () => setupDocument())
