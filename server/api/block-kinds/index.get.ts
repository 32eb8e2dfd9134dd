import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { listBlockKinds } from '../../services/library/lists'

export default endpoint(operations.listBlockKinds, () => listBlockKinds())
