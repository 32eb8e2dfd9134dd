import { endpoint } from '../../../http/endpoint'
import { releaseLinks } from '../../../services/release/link-report'

export default endpoint('releaseLinks', ({ param }) => releaseLinks(param('id')))
