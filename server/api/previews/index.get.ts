import { endpoint } from '../../http/endpoint'
import { listPreviews } from '../../services/previews/links'

export default endpoint('listPreviews', ({ query, now }) => listPreviews(query, now))
