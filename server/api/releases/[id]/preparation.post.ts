import { endpoint } from '../../../http/endpoint'
import { prepareAgain } from '../../../services/release/releases'

export default endpoint('prepareRelease', ({ person, param }) => prepareAgain(person, param('id')))
