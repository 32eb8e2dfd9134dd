import { endpoint } from '../../http/endpoint'
import { explain } from '../../services/reach/reach'

export default endpoint('explain', ({ body, now }) => explain(body, now))
