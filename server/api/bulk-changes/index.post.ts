import { accepted } from '../../http/accepted'
import { endpoint } from '../../http/endpoint'
import { queueBulkChange } from '../../services/bulk/bulk-change'

export default endpoint('makeBulkChange', async ({ event, person, body, now }) =>
  accepted(event, await queueBulkChange(person, body, now)),
)
