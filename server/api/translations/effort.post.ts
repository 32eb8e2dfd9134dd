import { operations } from '@contracts/operations'
import { accepted } from '../../http/accepted'
import { endpoint } from '../../http/endpoint'
import { queueEffort, type EffortBody } from '../../services/translation/effort'

export default endpoint<object, EffortBody>(operations.weighWork, async ({ event, person, body }) =>
  accepted(event, await queueEffort(person, body)),
)
