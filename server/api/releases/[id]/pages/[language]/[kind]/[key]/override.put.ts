import { endpoint } from '../../../../../../../http/endpoint'
import { releaseAnyway } from '../../../../../../../services/release/pages-taken'
import { pageKeyOf } from '../../../../../../../services/release/releases'

export default endpoint('releaseAnyway', ({ person, param, body }) =>
  releaseAnyway(person, param('id'), pageKeyOf(param), body.reason),
)
