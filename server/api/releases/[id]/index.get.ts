import { endpoint } from '../../../http/endpoint'
import { getRelease } from '../../../services/release/documents'

export default endpoint('getRelease', ({ param }) => getRelease(param('id')))
