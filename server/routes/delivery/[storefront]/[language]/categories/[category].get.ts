import { endpoint } from '../../../../../http/endpoint'
import { sendMade } from '../../../../../http/send-released'
import { madeList } from '../../../../../services/delivery/made'

export default endpoint('deliverCategory', ({ event, param, query: { release, ...part }, now }) => {
  const of = { language: param('language'), code: param('category'), ...part }
  const asked = { storefront: param('storefront'), release, now }
  return sendMade(event, asked, async (reading) => (await madeList(reading, of, now)).made)
})
