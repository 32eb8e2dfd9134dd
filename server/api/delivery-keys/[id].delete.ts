import { endpoint } from '../../http/endpoint'
import { endDeliveryKey } from '../../services/delivery/keys'

export default endpoint('endDeliveryKey', ({ person, asking, param }) => endDeliveryKey(person, asking, param('id')))
