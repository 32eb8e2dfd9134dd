import { endpoint } from '../../../../../http/endpoint'
import { madeTogether, sendMade } from '../../../../../http/send-released'
import { deliverPages } from '../../../../../services/delivery/lists'
import { pagesPart } from '../../../../../services/delivery/parts'

export default endpoint('deliverPages', ({ event, param, query: { release }, now }) => {
  const [storefront, language] = [param('storefront'), param('language')]
  return sendMade(event, { storefront, release, now }, async (reading) => {
    const pages = await deliverPages(reading, language, now)
    return madeTogether(pages, { next: null, madeOf: [pagesPart(storefront, language)] })
  })
})
