import { readAskedOf } from '../../../../../http/delivery-access'
import { endpoint } from '../../../../../http/endpoint'
import { sendMade } from '../../../../../http/send-released'
import { madeProduct } from '../../../../../services/delivery/made'

export default endpoint('deliverProduct', async (call) => {
  const { event, param, now } = call
  const of = { language: param('language'), sku: param('sku') }
  const asked = { ...(await readAskedOf(call)), now }
  return sendMade(event, asked, (reading) => madeProduct(reading, of, now))
})
