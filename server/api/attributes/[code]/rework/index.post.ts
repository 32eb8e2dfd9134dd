import { accepted } from '../../../../http/accepted'
import { endpoint } from '../../../../http/endpoint'
import { queueRework } from '../../../../services/bulk/rework-attribute'

export default endpoint('reworkAttribute', async ({ event, person, param, body }) =>
  accepted(event, await queueRework(person, param('code'), body)),
)
