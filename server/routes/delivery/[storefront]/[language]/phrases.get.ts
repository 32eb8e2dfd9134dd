import { endpoint } from '../../../../http/endpoint'
import { sendReleased } from '../../../../http/send-released'

export default endpoint('deliverPhrases', ({ event, param, query: { release }, now }) => {
  const of = { language: param('language'), kind: 'phrases', key: 'phrases' } as const
  return sendReleased(event, { storefront: param('storefront'), release, now }, of)
})
