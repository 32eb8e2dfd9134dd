import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { listAttributes } from '../../services/list-set-up'

export default endpoint(operations.listAttributes, () => listAttributes())
