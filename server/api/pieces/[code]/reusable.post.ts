import { endpoint } from '../../../http/endpoint'
import { makeReusable } from '../../../services/library/reusable'

export default endpoint('makeReusable', ({ person, param, now }) => makeReusable(person, param('code'), now))
