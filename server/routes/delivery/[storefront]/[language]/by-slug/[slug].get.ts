import { sendRedirect } from 'h3'
import { endpoint } from '../../../../../http/endpoint'
import { sendProduct } from '../../../../../http/send-released'
import { readingOf } from '../../../../../services/delivery/live'
import { productOfSlug } from '../../../../../services/delivery/pages'

export default endpoint('deliverBySlug', async ({ event, param, query, now }) => {
  const [storefront, language] = [param('storefront'), param('language')]
  const reading = await readingOf(storefront, query.release, now)
  const found = await productOfSlug(reading, language, param('slug'), now)
  if (found.slug !== null && found.slug !== param('slug')) {
    const to = [storefront, language, 'by-slug', found.slug].map(encodeURIComponent).join('/')
    await sendRedirect(event, `/delivery/${to}`, 301)
    return undefined as never
  }
  return sendProduct(event, reading, { language, sku: found.sku }, now)
})
