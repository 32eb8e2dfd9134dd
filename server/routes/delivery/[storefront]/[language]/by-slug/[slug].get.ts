import { sendRedirect } from 'h3'
import { endpoint } from '../../../../../http/endpoint'
import { sendMade } from '../../../../../http/send-released'
import { readingOf } from '../../../../../services/delivery/live'
import { madeProduct } from '../../../../../services/delivery/made'
import { productOfSlug } from '../../../../../services/delivery/pages'

export default endpoint('deliverBySlug', async ({ event, param, query: { release }, now }) => {
  const [storefront, language] = [param('storefront'), param('language')]
  const { sku, slug } = await productOfSlug(await readingOf(storefront, release, now), language, param('slug'), now)
  if (slug !== null && slug !== param('slug')) {
    const to = [storefront, language, 'by-slug', slug].map(encodeURIComponent).join('/')
    await sendRedirect(event, `/delivery/${to}`, 301)
    return undefined as never
  }
  return sendMade(event, { storefront, release, now }, (reading) => madeProduct(reading, { language, sku }, now))
})
