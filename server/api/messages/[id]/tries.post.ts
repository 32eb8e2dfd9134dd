import { endpoint } from '../../../http/endpoint'
import { sendMessageAgain } from '../../../services/connections/connections'

export default endpoint('sendMessageAgain', ({ param, now }) => sendMessageAgain(param('id'), now))
