import { endpoint } from '../../../http/endpoint'
import { discardMessage } from '../../../services/connections/connections'

export default endpoint('discardMessage', ({ param }) => discardMessage(param('id')))
