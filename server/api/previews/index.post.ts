import { endpoint } from '../../http/endpoint'
import { makePreview } from '../../services/previews/links'

export default endpoint('makePreview', ({ person, asking, body, now }) => makePreview(person, asking, body, now))
