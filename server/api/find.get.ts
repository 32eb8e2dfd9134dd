import { endpoint } from '../http/endpoint'
import { find } from '../services/setup/setup'

export default endpoint('find', ({ query }) => find(query.q))
