import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { listUnits } from '../../services/translation/desk'

export default endpoint<Parameters<typeof listUnits>[0]>(operations.listUnits, ({ query }) => listUnits(query))
