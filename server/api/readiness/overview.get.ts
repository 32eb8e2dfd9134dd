import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { overview } from '../../services/readiness/cloth'

export default endpoint<{ storefront?: string }>(operations.readinessOverview, ({ person, query, now }) =>
  overview(person, query, now),
)
