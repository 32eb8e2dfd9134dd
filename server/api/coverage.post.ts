import { endpoint } from '../http/endpoint'
import { accepted } from '../http/accepted'
import { queueCoverage } from '../services/assignments/coverage'

export default endpoint('coverage', async ({ event, person, body }) =>
  accepted(event, await queueCoverage(person, body)),
)
