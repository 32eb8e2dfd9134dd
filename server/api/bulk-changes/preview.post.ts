import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { previewBulkChange, type BulkBody } from '../../services/bulk/bulk-change'

export default endpoint<object, BulkBody>(operations.previewBulkChange, ({ body, now }) => previewBulkChange(body, now))
