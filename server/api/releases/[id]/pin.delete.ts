import { endpoint } from '../../../http/endpoint'
import { sourceOf } from '../../../services/people/audit'
import { pinRelease } from '../../../services/release/retention'

export default endpoint('unpinRelease', ({ person, asking, param }) =>
  pinRelease(person, param('id'), false, sourceOf(person, asking)),
)
