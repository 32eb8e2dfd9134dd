import { readAskedOf } from '../../../../../http/delivery-access'
import { endpoint } from '../../../../../http/endpoint'
import { sendMoved } from '../../../../../http/send-moved'
import { sendMade, sendReleased } from '../../../../../http/send-released'
import { findComposed } from '../../../../../services/delivery/composed'
import { readingOf } from '../../../../../services/delivery/live'
import { madeComposed } from '../../../../../services/delivery/made'

export default endpoint('deliverPage', async (call) => {
  const { event, param, now } = call
  const [language, name] = [param('language'), param('page')]
  const asked = { ...(await readAskedOf(call)), now }
  const composed = await findComposed(await readingOf(asked, now), language, name, now)
  if (!composed) return sendReleased(event, asked, { language, kind: 'page', key: name })
  if ('movedTo' in composed) return sendMoved(event, [asked.storefront, language, 'pages', composed.movedTo])
  return sendMade(event, asked, (reading) => madeComposed(reading, { language, code: composed.code }, now))
})
