import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { listAttributes } from '../../services/setup/list-setup'

export default endpoint(operations.listAttributes, () => listAttributes())
