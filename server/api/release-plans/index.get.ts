import { endpoint } from '../../http/endpoint'
import { listPlans } from '../../services/release/plans'

export default endpoint('listPlans', ({ query }) => listPlans(query.storefront))
