import { endpoint } from '../../../http/endpoint'
import { sourceOf } from '../../../services/people/audit'
import { goLive } from '../../../services/release/going-live'

export default endpoint('goLive', ({ person, asking, param, body, now }) =>
  goLive(person, param('id'), body, now, sourceOf(person, asking)),
)
