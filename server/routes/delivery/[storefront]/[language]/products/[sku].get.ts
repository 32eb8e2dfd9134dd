import { endpoint } from '../../../../../http/endpoint'
import { sendProduct } from '../../../../../http/send-released'
import { readingOf } from '../../../../../services/delivery/live'

export default endpoint('deliverProduct', async ({ event, param, query, now }) => {
  const reading = await readingOf(param('storefront'), query.release, now)
  return sendProduct(event, reading, { language: param('language'), sku: param('sku') }, now)
})
