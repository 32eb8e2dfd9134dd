import { endpoint } from '../../http/endpoint'
import { withdrawPreview } from '../../services/previews/links'

export default endpoint('withdrawPreview', ({ person, asking, param, now }) =>
  withdrawPreview(person, asking, param('id'), now),
)
