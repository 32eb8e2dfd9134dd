import { endpoint } from '../../../../../http/endpoint'
import { madeTogether, sendMade } from '../../../../../http/send-released'
import { deliverList } from '../../../../../services/delivery/lists'
import { listsPart } from '../../../../../services/delivery/parts'

export default endpoint('deliverCategory', ({ event, param, query: { release, ...part }, now }) => {
  const [storefront, language] = [param('storefront'), param('language')]
  return sendMade(event, { storefront, release, now }, async (reading) => {
    const { list, changes } = await deliverList(reading, { language, code: param('category'), ...part }, now)
    return madeTogether(list, { next: changes, madeOf: [listsPart(storefront, language)] })
  })
})
