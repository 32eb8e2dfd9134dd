import { endpoint } from '../../../../../../../http/endpoint'
import { pageKeyOf, releaseAnyway } from '../../../../../../../services/release/releases'

export default endpoint('releaseAnyway', ({ person, param, body }) =>
  releaseAnyway(person, param('id'), pageKeyOf(param), body.reason),
)
