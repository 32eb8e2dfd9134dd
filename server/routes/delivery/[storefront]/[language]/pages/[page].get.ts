import { endpoint } from '../../../../../http/endpoint'
import { sendReleased } from '../../../../../http/send-released'

export default endpoint('deliverPage', ({ event, param, query: { release }, now }) => {
  const of = { language: param('language'), kind: 'page', key: param('page') } as const
  return sendReleased(event, { storefront: param('storefront'), release, now }, of)
})
