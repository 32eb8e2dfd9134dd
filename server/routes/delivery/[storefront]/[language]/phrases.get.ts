import { endpoint } from '../../../../http/endpoint'
import { sendReleased } from '../../../../http/send-released'

export default endpoint('deliverPhrases', ({ event, param, now }) =>
  sendReleased(event, param('storefront'), { language: param('language'), kind: 'phrases', key: 'phrases' }, now),
)
