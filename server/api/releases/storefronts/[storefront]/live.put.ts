import { endpoint } from '../../../../http/endpoint'
import { sourceOf } from '../../../../services/people/audit'
import { goBack } from '../../../../services/release/going-live'

export default endpoint('goBack', ({ person, asking, param, body, now }) =>
  goBack(person, param('storefront'), body.number, now, sourceOf(person, asking)),
)
