import { endpoint } from '../../http/endpoint'
import { listCarriedOver } from '../../services/translation/carried-over'

export default endpoint('listCarriedOver', ({ query, now }) => listCarriedOver(query, now))
