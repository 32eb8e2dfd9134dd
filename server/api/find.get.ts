import { operations } from '@contracts/operations'
import { endpoint } from '../http/endpoint'
import { find } from '../services/setup/setup'

export default endpoint<{ q: string }>(operations.find, ({ query }) => find(query.q))
