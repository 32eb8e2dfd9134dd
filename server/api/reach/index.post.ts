import { endpoint } from '../../http/endpoint'
import { reach } from '../../services/reach/reach'

export default endpoint('reach', ({ body, now }) => reach(body, now))
