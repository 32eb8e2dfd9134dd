import { endpoint } from '../../http/endpoint'
import { importContent } from '../../services/library/files'

export default endpoint('importContent', ({ person, query, body, now }) => importContent(person, body, query.mode, now))
