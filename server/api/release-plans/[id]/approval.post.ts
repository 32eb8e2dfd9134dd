import { endpoint } from '../../../http/endpoint'
import { approvePlan } from '../../../services/release/plans'

export default endpoint('approvePlan', ({ person, param }) => approvePlan(person, param('id')))
