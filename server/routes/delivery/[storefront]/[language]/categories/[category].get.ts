import { endpoint } from '../../../../../http/endpoint'
import { sendTogether } from '../../../../../http/send-released'
import { deliverList } from '../../../../../services/delivery/lists'
import { readingOf } from '../../../../../services/delivery/live'

export default endpoint('deliverCategory', async ({ event, param, query: { release, ...part }, now }) => {
  const reading = await readingOf(param('storefront'), release, now)
  const asked = { language: param('language'), code: param('category'), ...part }
  const { list, changes } = await deliverList(reading, asked, now)
  return sendTogether(event, reading, list, changes, now)
})
