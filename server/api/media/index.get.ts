import { endpoint } from '../../http/endpoint'
import { listMedia } from '../../services/media/media'

export default endpoint('listMedia', ({ query, now }) => listMedia(query, now))
