import { endpoint } from '../../http/endpoint'
import { createRelease } from '../../services/release/releases'

export default endpoint('createRelease', ({ person, body, now }) => createRelease(person, body, now))
