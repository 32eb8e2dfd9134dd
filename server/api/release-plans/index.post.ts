import { endpoint } from '../../http/endpoint'
import { createPlan } from '../../services/release/plans'

export default endpoint('createPlan', ({ person, body, now }) => createPlan(person, body, now))
