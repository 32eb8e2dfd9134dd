import { endpoint } from '../../http/endpoint'
import { offeredColumns } from '../../services/products/sheet'

export default endpoint('offeredColumns', ({ body, now }) => offeredColumns(body, now))
