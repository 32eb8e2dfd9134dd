import { endpoint } from '../../http/endpoint'
import { listSaved } from '../../services/people/saved-views'

export default endpoint('listSaved', ({ person, query }) => listSaved(person, query.kind))
