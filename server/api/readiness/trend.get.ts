import { endpoint } from '../../http/endpoint'
import { trend } from '../../services/readiness/cloth'

export default endpoint('readinessTrend', ({ query, now }) => trend(query, now))
