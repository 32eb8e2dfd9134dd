import { endpoint } from '../../../http/endpoint'
import { pageOrder } from '../../../services/assignments/order'

export default endpoint('pageOrder', ({ param }) => pageOrder(param('code')))
