import { endpoint } from '../../../http/endpoint'
import { previewPage } from '../../../services/previews/opened'

export default endpoint('previewPage', ({ param, query, now }) => previewPage(param('token'), query, now))
