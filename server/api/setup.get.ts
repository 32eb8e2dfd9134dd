import { operations } from '@contracts/operations'
import { endpoint } from '../http/endpoint'
import { setupDocument } from '../services/setup/setup'

export default endpoint(operations.setup, () => setupDocument())
