import { endpoint } from '../../../http/endpoint'
import { aboutMedia } from '../../../services/media/media'

export default endpoint('aboutMedia', ({ param, query, now }) => aboutMedia(param('code'), query, now))
