import { endpoint } from '../../http/endpoint'
import { listAttributes } from '../../services/setup/list-setup'

export default endpoint('listAttributes', () => listAttributes())
