import { endpoint } from '../../../http/endpoint'
import { discardRelease } from '../../../services/release/releases'

export default endpoint('discardRelease', ({ person, param }) => discardRelease(person, param('id')))
