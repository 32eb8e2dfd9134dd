import { accepted } from '../../http/accepted'
import { endpoint } from '../../http/endpoint'
import { queueAll } from '../../services/readiness/due'

export default endpoint('evaluateAll', async ({ event, person }) => accepted(event, await queueAll(person)))
