import { sendRedirect } from 'h3'
import { endpoint } from '../../../../../http/endpoint'
import { sendReleased } from '../../../../../http/send-released'
import { productOfSlug } from '../../../../../services/delivery/pages'

export default endpoint('deliverBySlug', async ({ event, param, now }) => {
  const [storefront, language] = [param('storefront'), param('language')]
  const found = await productOfSlug(storefront, language, param('slug'), now)
  if (found.slug !== null && found.slug !== param('slug')) {
    const to = [storefront, language, 'by-slug', found.slug].map(encodeURIComponent).join('/')
    await sendRedirect(event, `/delivery/${to}`, 301)
    return undefined as never
  }
  return sendReleased(event, storefront, { language, kind: 'product', key: found.sku }, now)
})
