import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { listTypes } from '../../services/list-set-up'

export default endpoint(operations.listTypes, () => listTypes())
