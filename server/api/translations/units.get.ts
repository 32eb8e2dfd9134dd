import { endpoint } from '../../http/endpoint'
import { listUnits } from '../../services/translation/desk'

export default endpoint('listUnits', ({ query }) => listUnits(query))
