import { operations } from '@contracts/operations'
import { endpoint } from '../http/endpoint'
import { accepted } from '../http/accepted'
import { queueCoverage, type CoverageBody } from '../services/assignments/coverage'

export default endpoint<object, CoverageBody>(operations.coverage, async ({ event, person, body }) =>
  accepted(event, await queueCoverage(person, body)),
)
