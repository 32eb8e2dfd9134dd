import { endpoint } from '../../../../../http/endpoint'
import { sendMade } from '../../../../../http/send-released'
import { madePages } from '../../../../../services/delivery/made'

export default endpoint('deliverPages', ({ event, param, query: { release }, now }) =>
  sendMade(event, { storefront: param('storefront'), release, now }, (reading) =>
    madePages(reading, param('language'), now),
  ),
)
