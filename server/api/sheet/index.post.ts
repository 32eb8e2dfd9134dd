import { endpoint } from '../../http/endpoint'
import { sheetRows } from '../../services/products/sheet'

export default endpoint('sheet', ({ body, now }) => sheetRows(body, now))
