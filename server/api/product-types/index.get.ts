import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { listTypes } from '../../services/setup/list-setup'

export default endpoint(operations.listTypes, () => listTypes())
