import { endpoint } from '../../http/endpoint'
import { cloth } from '../../services/readiness/cloth'

export default endpoint('cloth', ({ person, body, now }) => cloth(person, body, now))
