import { accepted } from '../../http/accepted'
import { endpoint } from '../../http/endpoint'
import { queuePoolRun } from '../../services/drafting/pool-run'

export default endpoint('suggestFromPool', async ({ event, person, body, now }) =>
  accepted(event, await queuePoolRun(person, body, now)),
)
