import { endpoint } from '../../../../http/endpoint'
import { sendReleased } from '../../../../http/send-released'

export default endpoint('deliverMenu', ({ event, param, query: { release }, now }) => {
  const of = { language: param('language'), kind: 'menu', key: 'menu' } as const
  return sendReleased(event, { storefront: param('storefront'), release, now }, of)
})
