import { endpoint } from '../../../../../http/endpoint'
import { answerOnPreview } from '../../../../../services/previews/comments'

export default endpoint('answerOnPreview', ({ param, body, now }) =>
  answerOnPreview(param('token'), param('id'), body, now),
)
