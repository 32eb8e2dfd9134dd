import { endpoint } from '../../http/endpoint'
import { makeDeliveryKey } from '../../services/delivery/keys'

export default endpoint('makeDeliveryKey', ({ person, asking, body, now }) =>
  makeDeliveryKey(person, asking, body, now),
)
