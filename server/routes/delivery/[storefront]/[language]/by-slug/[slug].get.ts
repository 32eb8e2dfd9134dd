import { sendRedirect, type H3Event } from 'h3'
import { readAskedOf } from '../../../../../http/delivery-access'
import { endpoint } from '../../../../../http/endpoint'
import { sendMade } from '../../../../../http/send-released'
import { readingOf } from '../../../../../services/delivery/live'
import { madeProduct } from '../../../../../services/delivery/made'
import { productOfSlug } from '../../../../../services/delivery/pages'

/** What is asked for at an address, as it stands there. */
const queryOf = ({ path }: H3Event): string => (path.includes('?') ? path.slice(path.indexOf('?')) : '')

export default endpoint('deliverBySlug', async (call) => {
  const { event, param, now } = call
  const language = param('language')
  const asked = await readAskedOf(call)
  const { sku, slug } = await productOfSlug(await readingOf(asked, now), language, param('slug'), now)
  if (slug !== null && slug !== param('slug')) {
    const to = [asked.storefront, language, 'by-slug', slug].map(encodeURIComponent).join('/')
    await sendRedirect(event, `/delivery/${to}${queryOf(event)}`, 301)
    return undefined as never
  }
  return sendMade(event, { ...asked, now }, (reading) => madeProduct(reading, { language, sku }, now))
})
