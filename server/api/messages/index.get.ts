import { endpoint } from '../../http/endpoint'
import { listMessages } from '../../services/connections/connections'

export default endpoint('listMessages', ({ query }) => listMessages(query))
