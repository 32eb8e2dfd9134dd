import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { listUnits } from '../../services/translations'

export default endpoint<Parameters<typeof listUnits>[0]>(operations.listUnits, ({ query }) => listUnits(query))
