import { endpoint } from '../../../../../http/endpoint'
import { sendReleased } from '../../../../../http/send-released'

export default endpoint('deliverProduct', ({ event, param, now }) =>
  sendReleased(event, param('storefront'), { language: param('language'), kind: 'product', key: param('sku') }, now),
)
