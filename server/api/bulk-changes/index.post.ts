import { operations } from '@contracts/operations'
import { accepted } from '../../http/accepted'
import { endpoint } from '../../http/endpoint'
import { queueBulkChange, type BulkBody } from '../../services/bulk/bulk-change'

export default endpoint<object, BulkBody>(operations.makeBulkChange, async ({ event, person, body, now }) =>
  accepted(event, await queueBulkChange(person, body, now)),
)
