import { endpoint } from '../../http/endpoint'
import { assignmentReaches } from '../../services/reach/assignment-reaches'

export default endpoint('assignmentReaches', ({ query, now }) => assignmentReaches(query.storefront, now))
