import { endpoint } from '../../../http/endpoint'
import { sourceOf } from '../../../services/people/audit'
import { pinRelease } from '../../../services/release/retention'

export default endpoint('pinRelease', ({ person, asking, param }) =>
  pinRelease(person, param('id'), true, sourceOf(person, asking)),
)
