import { operations } from '@contracts/operations'
import { endpoint } from '../http/endpoint'
import { listRedirects } from '../services/search/texts'

export default endpoint<{ storefront: string; language: string; cursor?: string; limit: number }>(
  operations.listRedirects,
  ({ query }) => listRedirects(query),
)
