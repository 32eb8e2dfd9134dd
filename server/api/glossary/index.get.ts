import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { listTerms } from '../../services/translation/glossary'

export default endpoint<Parameters<typeof listTerms>[0]>(operations.listTerms, ({ query }) => listTerms(query))
