import { endpoint } from '../../../../http/endpoint'
import { releasePages } from '../../../../services/release/releases'

export default endpoint('releasePages', ({ param, query }) => releasePages(param('id'), query))
