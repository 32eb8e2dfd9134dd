import { endpoint } from '../../../http/endpoint'
import { previewPages } from '../../../services/previews/opened'

export default endpoint('previewPages', ({ param, query, now }) => previewPages(param('token'), query, now))
