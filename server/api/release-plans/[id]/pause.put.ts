import { endpoint } from '../../../http/endpoint'
import { pausePlan } from '../../../services/release/plans'

export default endpoint('pausePlan', ({ person, param, body, now }) => pausePlan(person, param('id'), body.paused, now))
