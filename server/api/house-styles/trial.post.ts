import { endpoint } from '../../http/endpoint'
import { tryWords } from '../../services/readiness/try-words'

export default endpoint('tryWords', ({ body }) => tryWords(body))
