import { endpoint } from '../../http/endpoint'
import { listReadiness } from '../../services/readiness/findings'

export default endpoint('listReadiness', ({ query }) => listReadiness(query))
