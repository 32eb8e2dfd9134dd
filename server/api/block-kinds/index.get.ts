import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { listBlockKinds } from '../../services/library'

export default endpoint(operations.listBlockKinds, () => listBlockKinds())
