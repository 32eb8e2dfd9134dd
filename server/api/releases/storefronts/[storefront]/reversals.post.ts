import { endpoint } from '../../../../http/endpoint'
import { sourceOf } from '../../../../services/people/audit'
import { revertPage } from '../../../../services/release/at-once'

export default endpoint('revertPage', ({ person, asking, param, body, now }) =>
  revertPage(person, param('storefront'), body, now, sourceOf(person, asking)),
)
