import { accepted } from '../../http/accepted'
import { endpoint } from '../../http/endpoint'
import { queueEffort } from '../../services/translation/effort'

export default endpoint('weighWork', async ({ event, person, body }) =>
  accepted(event, await queueEffort(person, body)),
)
