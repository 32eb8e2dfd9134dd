import { endpoint } from '../../http/endpoint'
import { setMeaning } from '../../services/pool/meanings'

export default endpoint('setMeaning', ({ person, body }) => setMeaning(person, body))
