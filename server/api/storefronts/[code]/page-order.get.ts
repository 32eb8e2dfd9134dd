import { operations } from '@contracts/operations'
import { endpoint } from '../../../http/endpoint'
import { pageOrder } from '../../../services/assignments/order'

export default endpoint(operations.pageOrder, ({ param }) => pageOrder(param('code')))
