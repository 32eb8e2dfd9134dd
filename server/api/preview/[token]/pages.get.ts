import { setResponseHeader } from 'h3'
import { endpoint } from '../../../http/endpoint'
import { previewPages } from '../../../services/previews/opened'

export default endpoint('previewPages', ({ event, param, query, now }) => {
  setResponseHeader(event, 'Cache-Control', 'no-store')
  return previewPages(param('token'), query, now)
})
