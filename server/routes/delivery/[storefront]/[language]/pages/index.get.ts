import { readAskedOf } from '../../../../../http/delivery-access'
import { endpoint } from '../../../../../http/endpoint'
import { sendMade } from '../../../../../http/send-released'
import { madePages } from '../../../../../services/delivery/made'

export default endpoint('deliverPages', async (call) => {
  const { event, param, now } = call
  const asked = { ...(await readAskedOf(call)), now }
  return sendMade(event, asked, (reading) => madePages(reading, param('language'), now))
})
