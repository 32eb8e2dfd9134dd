import { checkKeyOf } from '../../../http/delivery-access'
import { endpoint } from '../../../http/endpoint'
import { takeShopEvents } from '../../../services/shop-events/take'

export default endpoint('takeShopEvents', async (call) => {
  await checkKeyOf(call)
  return takeShopEvents(call.param('storefront'), call.body.items, call.now)
})
