import { endpoint } from '../../http/endpoint'
import { replaceInLibrary } from '../../services/library/replace'

export default endpoint('replaceInLibrary', ({ person, body, now }) => replaceInLibrary(person, body, now))
