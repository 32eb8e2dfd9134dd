import { endpoint } from '../../http/endpoint'
import { listPageComments } from '../../services/previews/comments'

export default endpoint('listPageComments', ({ person, query }) => listPageComments(person, query))
