import { endpoint } from '../../http/endpoint'
import { listPairs } from '../../services/translation/memory'

export default endpoint('listMemory', ({ query }) => listPairs(query))
