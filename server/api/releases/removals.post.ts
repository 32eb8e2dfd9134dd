import { endpoint } from '../../http/endpoint'
import { sourceOf } from '../../services/people/audit'
import { removeAtOnce } from '../../services/release/at-once'

export default endpoint('removeAtOnce', ({ person, asking, body, now }) =>
  removeAtOnce(person, body, now, sourceOf(person, asking)),
)
