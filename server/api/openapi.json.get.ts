import { endpoint } from '../http/endpoint'
import { openApi } from '../http/openapi/document'
import { settings } from '../settings'

export default endpoint('openapi', () => openApi(settings().publicUrl ?? '/'))
