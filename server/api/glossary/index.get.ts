import { endpoint } from '../../http/endpoint'
import { listTerms } from '../../services/translation/glossary'

export default endpoint('listTerms', ({ query }) => listTerms(query))
