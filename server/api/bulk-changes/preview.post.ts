import { endpoint } from '../../http/endpoint'
import { previewBulkChange } from '../../services/bulk/bulk-change'

export default endpoint('previewBulkChange', ({ body, now }) => previewBulkChange(body, now))
