import { endpoint } from '../../http/endpoint'
import { clothStretch } from '../../services/readiness/cloth'

export default endpoint('clothRows', ({ person, body, now }) => clothStretch(person, body, now))
