import { endpoint } from '../../http/endpoint'
import { listAssignments } from '../../services/library/lists'

export default endpoint('listAssignments', ({ query }) => listAssignments(query))
