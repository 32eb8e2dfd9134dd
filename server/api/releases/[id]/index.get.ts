import { endpoint } from '../../../http/endpoint'
import { getRelease } from '../../../services/release/releases'

export default endpoint('getRelease', ({ param }) => getRelease(param('id')))
