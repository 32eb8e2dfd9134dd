import { endpoint } from '../../http/endpoint'
import { listQueries } from '../../services/pool/queries'

export default endpoint('listPoolQueries', ({ query }) => listQueries(query))
