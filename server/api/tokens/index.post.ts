import { endpoint } from '../../http/endpoint'
import { makeToken } from '../../services/people/tokens'

export default endpoint('makeToken', ({ person, asking, body, now }) => makeToken(person, asking, body.name, now))
