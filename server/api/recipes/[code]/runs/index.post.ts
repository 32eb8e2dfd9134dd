import { accepted } from '../../../../http/accepted'
import { endpoint } from '../../../../http/endpoint'
import { queueRun } from '../../../../services/drafting/runs'

export default endpoint('runRecipe', async ({ event, person, body, param, now }) =>
  accepted(event, await queueRun(person, param('code'), body, now)),
)
