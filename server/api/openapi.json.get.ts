import { operations } from '@contracts/operations'
import { endpoint } from '../http/endpoint'
import { openApi } from '../http/openapi'

export default endpoint(operations.openapi, () => openApi())
