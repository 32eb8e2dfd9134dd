import { endpoint } from '../../../../../http/endpoint'
import { sendTogether } from '../../../../../http/send-released'
import { deliverPages } from '../../../../../services/delivery/lists'
import { readingOf } from '../../../../../services/delivery/live'

export default endpoint('deliverPages', async ({ event, param, query, now }) => {
  const reading = await readingOf(param('storefront'), query.release, now)
  return sendTogether(event, reading, await deliverPages(reading, param('language'), now), null, now)
})
