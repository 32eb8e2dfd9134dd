import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { trend } from '../../services/readiness/cloth'

export default endpoint<{ days: number }>(operations.readinessTrend, ({ query, now }) => trend(query, now))
