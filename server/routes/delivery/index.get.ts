import { endpoint } from '../../http/endpoint'
import { deliverStorefronts } from '../../services/delivery/pages'

export default endpoint('deliverStorefronts', () => deliverStorefronts())
