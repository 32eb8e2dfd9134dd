import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { listWork } from '../../services/translations'

export default endpoint<Parameters<typeof listWork>[0]>(operations.listWork, ({ query }) => listWork(query))
