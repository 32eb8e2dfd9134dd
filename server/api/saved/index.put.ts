import { endpoint } from '../../http/endpoint'
import { save } from '../../services/people/saved-views'

export default endpoint('saveNamed', ({ person, body }) => save(person, body))
