import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { explain } from '../../services/reach/reach'

export default endpoint<object, Parameters<typeof explain>[0]>(operations.explain, ({ body, now }) =>
  explain(body, now),
)
