import { endpoint } from '../../../http/endpoint'
import { releaseCauses } from '../../../services/release/releases'

export default endpoint('releaseCauses', ({ param }) => releaseCauses(param('id')))
