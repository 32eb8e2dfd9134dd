import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { reachFill } from '../../services/reach/reach'

export default endpoint<object, Parameters<typeof reachFill>[0]>(operations.reachFill, ({ body, now }) =>
  reachFill(body, now),
)
