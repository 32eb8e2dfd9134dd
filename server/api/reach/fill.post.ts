import { endpoint } from '../../http/endpoint'
import { reachFill } from '../../services/reach/reach'

export default endpoint('reachFill', ({ body, now }) => reachFill(body, now))
