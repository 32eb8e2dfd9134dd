import { readAskedOf } from '../../../../../http/delivery-access'
import { endpoint } from '../../../../../http/endpoint'
import { sendMade } from '../../../../../http/send-released'
import { madeList } from '../../../../../services/delivery/made'

export default endpoint('deliverCategory', async (call) => {
  const { event, param, query, now } = call
  const of = { language: param('language'), code: param('category'), cursor: query.cursor, limit: query.limit }
  const asked = { ...(await readAskedOf(call)), now }
  return sendMade(event, asked, async (reading) => (await madeList(reading, of, now)).made)
})
