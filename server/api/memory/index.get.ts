import { listPairs } from '../../db/queries/memory-pairs'
import { endpoint } from '../../http/endpoint'

export default endpoint('listMemory', ({ query }) => listPairs(query))
