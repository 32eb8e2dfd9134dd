import { endpoint } from '../../../http/endpoint'
import { removePlan } from '../../../services/release/plans'

export default endpoint('removePlan', ({ person, param }) => removePlan(person, param('id')))
