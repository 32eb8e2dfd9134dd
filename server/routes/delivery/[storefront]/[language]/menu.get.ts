import { endpoint } from '../../../../http/endpoint'
import { sendReleased } from '../../../../http/send-released'

export default endpoint('deliverMenu', ({ event, param, now }) =>
  sendReleased(event, param('storefront'), { language: param('language'), kind: 'menu', key: 'menu' }, now),
)
