import { operations } from '@contracts/operations'
import { endpoint } from '../http/endpoint'
import { listAudit } from '../services/people/audit'

export default endpoint<{ limit: number; before?: number }>(operations.listAudit, ({ person, query }) =>
  listAudit(person, query),
)
