import { endpoint } from '../../../http/endpoint'
import { sendEverything } from '../../../services/connections/connections'

export default endpoint('sendEverything', ({ param, now }) => sendEverything(param('code'), now))
