import { endpoint } from '../http/endpoint'
import { listAudit } from '../services/people/audit'

export default endpoint('listAudit', ({ person, query }) => listAudit(person, query))
