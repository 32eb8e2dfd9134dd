import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { listQueries } from '../../services/pool/queries'

export default endpoint<Parameters<typeof listQueries>[0]>(operations.listPoolQueries, ({ query }) =>
  listQueries(query),
)
