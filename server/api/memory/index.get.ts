import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { listPairs } from '../../services/translation/memory'

export default endpoint<Parameters<typeof listPairs>[0]>(operations.listMemory, ({ query }) => listPairs(query))
