import { endpoint } from '../../../../http/endpoint'
import { liveLinks } from '../../../../services/release/link-report'

export default endpoint('liveLinks', ({ param }) => liveLinks(param('storefront')))
