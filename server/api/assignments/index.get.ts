import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { listAssignments } from '../../services/library/lists'

export default endpoint<Parameters<typeof listAssignments>[0]>(operations.listAssignments, ({ query }) =>
  listAssignments(query),
)
