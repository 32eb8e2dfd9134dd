import { operations } from '@contracts/operations'
import { accepted } from '../../../http/accepted'
import { endpoint } from '../../../http/endpoint'
import { queuePutBack } from '../../../services/work/undo-step'

export default endpoint(operations.putStepBack, async ({ event, person, param }) =>
  accepted(event, await queuePutBack(person, Number(param('id')))),
)
