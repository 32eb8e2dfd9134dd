import { readAskedOf } from '../../../../../http/delivery-access'
import { endpoint } from '../../../../../http/endpoint'
import { sendReleased } from '../../../../../http/send-released'

export default endpoint('deliverCategories', async (call) => {
  const of = { language: call.param('language'), kind: 'categories', key: 'categories' } as const
  return sendReleased(call.event, { ...(await readAskedOf(call)), now: call.now }, of)
})
