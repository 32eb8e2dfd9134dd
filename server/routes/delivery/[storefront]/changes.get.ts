import { setResponseHeaders } from 'h3'
import { endpoint } from '../../../http/endpoint'
import { deliverChanges } from '../../../services/delivery/changes'

export default endpoint('deliverChanges', ({ event, param, query }) => {
  setResponseHeaders(event, { 'Cache-Control': 'no-store' })
  return deliverChanges(param('storefront'), query, () => event.node.res.destroyed)
})
