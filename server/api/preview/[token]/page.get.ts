import { setResponseHeader } from 'h3'
import { endpoint } from '../../../http/endpoint'
import { previewPage } from '../../../services/previews/opened'

export default endpoint('previewPage', ({ event, param, query, now }) => {
  setResponseHeader(event, 'Cache-Control', 'no-store')
  return previewPage(param('token'), query, now)
})
