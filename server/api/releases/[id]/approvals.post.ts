import { endpoint } from '../../../http/endpoint'
import { judgeRelease } from '../../../services/release/on-its-way'

export default endpoint('judgeRelease', ({ person, param, body, now }) => judgeRelease(person, param('id'), body, now))
