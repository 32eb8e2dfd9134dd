import { endpoint } from '../../../http/endpoint'
import { changePlan } from '../../../services/release/plans'

export default endpoint('changePlan', ({ person, param, body, now }) => changePlan(person, param('id'), body, now))
