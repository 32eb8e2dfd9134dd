import { endpoint } from '../../../../../http/endpoint'
import { sendReleased } from '../../../../../http/send-released'

export default endpoint('deliverCategories', ({ event, param, query: { release }, now }) => {
  const of = { language: param('language'), kind: 'categories', key: 'categories' } as const
  return sendReleased(event, { storefront: param('storefront'), release, now }, of)
})
