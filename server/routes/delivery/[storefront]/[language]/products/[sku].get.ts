import { endpoint } from '../../../../../http/endpoint'
import { sendMade } from '../../../../../http/send-released'
import { madeProduct } from '../../../../../services/delivery/made'

export default endpoint('deliverProduct', ({ event, param, query: { release }, now }) => {
  const of = { language: param('language'), sku: param('sku') }
  return sendMade(event, { storefront: param('storefront'), release, now }, (reading) => madeProduct(reading, of, now))
})
