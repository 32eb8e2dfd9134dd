import { endpoint } from '../../../../../../../http/endpoint'
import { pageKeyOf, releasePage } from '../../../../../../../services/release/releases'

export default endpoint('releasePage', ({ param, now }) => releasePage(param('id'), pageKeyOf(param), now))
