import { endpoint } from '../../../http/endpoint'
import { settlePageComment } from '../../../services/previews/comments'

export default endpoint('settlePageComment', ({ person, param, body, now }) =>
  settlePageComment(person, param('id'), body.settled, now),
)
