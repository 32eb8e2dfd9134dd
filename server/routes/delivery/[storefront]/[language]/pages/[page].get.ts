import { readAskedOf } from '../../../../../http/delivery-access'
import { endpoint } from '../../../../../http/endpoint'
import { sendReleased } from '../../../../../http/send-released'

export default endpoint('deliverPage', async (call) => {
  const of = { language: call.param('language'), kind: 'page', key: call.param('page') } as const
  return sendReleased(call.event, { ...(await readAskedOf(call)), now: call.now }, of)
})
