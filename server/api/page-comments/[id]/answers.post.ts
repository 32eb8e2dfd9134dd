import { endpoint } from '../../../http/endpoint'
import { answerPageComment } from '../../../services/previews/comments'

export default endpoint('answerPageComment', ({ person, param, body, now }) =>
  answerPageComment(person, param('id'), body.words, now),
)
