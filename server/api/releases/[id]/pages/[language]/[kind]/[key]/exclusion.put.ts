import { endpoint } from '../../../../../../../http/endpoint'
import { leaveOut } from '../../../../../../../services/release/pages-taken'
import { pageKeyOf } from '../../../../../../../services/release/releases'

export default endpoint('leaveOut', ({ person, param, body }) =>
  leaveOut(person, param('id'), pageKeyOf(param), body.reason),
)
