import { readAskedOf } from '../../../../../http/delivery-access'
import { endpoint } from '../../../../../http/endpoint'
import { sendMoved } from '../../../../../http/send-moved'
import { sendMade } from '../../../../../http/send-released'
import { readingOf } from '../../../../../services/delivery/live'
import { madeProduct } from '../../../../../services/delivery/made'
import { productOfSlug } from '../../../../../services/delivery/pages'

export default endpoint('deliverBySlug', async (call) => {
  const { event, param, now } = call
  const language = param('language')
  const asked = await readAskedOf(call)
  const { sku, slug } = await productOfSlug(await readingOf(asked, now), language, param('slug'), now)
  if (slug !== null && slug !== param('slug')) return sendMoved(event, [asked.storefront, language, 'by-slug', slug])
  return sendMade(event, { ...asked, now }, (reading) => madeProduct(reading, { language, sku }, now))
})
