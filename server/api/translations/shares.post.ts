import { endpoint } from '../../http/endpoint'
import { shareWork } from '../../services/translation/work'

export default endpoint('shareWork', ({ person, body }) => shareWork(person, body))
