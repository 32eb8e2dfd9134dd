import { endpoint } from '../../http/endpoint'
import { listDeliveryKeys } from '../../services/delivery/keys'

export default endpoint('listDeliveryKeys', () => listDeliveryKeys())
