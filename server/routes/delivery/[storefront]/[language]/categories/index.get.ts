import { endpoint } from '../../../../../http/endpoint'
import { sendReleased } from '../../../../../http/send-released'

export default endpoint('deliverCategories', ({ event, param, query, now }) => {
  const of = { language: param('language'), kind: 'categories', key: 'categories' } as const
  return sendReleased(event, { storefront: param('storefront'), release: query.release }, of, now)
})
