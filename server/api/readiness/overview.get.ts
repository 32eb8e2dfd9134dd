import { endpoint } from '../../http/endpoint'
import { overview } from '../../services/readiness/cloth'

export default endpoint('readinessOverview', ({ person, query, now }) => overview(person, query, now))
