import { operations } from '@contracts/operations'
import { accepted } from '../../http/accepted'
import { endpoint } from '../../http/endpoint'
import { queueAll } from '../../services/readiness/due'

export default endpoint(operations.evaluateAll, async ({ event, person }) => accepted(event, await queueAll(person)))
