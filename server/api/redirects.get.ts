import { endpoint } from '../http/endpoint'
import { listRedirects } from '../services/search/texts'

export default endpoint('listRedirects', ({ query }) => listRedirects(query))
