import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { listReadiness } from '../../services/readiness/findings'

export default endpoint<Parameters<typeof listReadiness>[0]>(operations.listReadiness, ({ query }) =>
  listReadiness(query),
)
