import { endpoint } from '../../../../http/endpoint'
import { commentOnPreview } from '../../../../services/previews/comments'

export default endpoint('commentOnPreview', ({ param, body, now }) => commentOnPreview(param('token'), body, now))
