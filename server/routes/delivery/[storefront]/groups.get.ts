import { setResponseHeader } from 'h3'
import { checkKeyOf } from '../../../http/delivery-access'
import { endpoint } from '../../../http/endpoint'
import { deliverGroups } from '../../../services/delivery/groups'

export default endpoint('deliverGroups', async (call) => {
  await checkKeyOf(call)
  setResponseHeader(call.event, 'Cache-Control', 'private, max-age=60')
  return deliverGroups()
})
