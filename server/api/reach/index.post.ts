import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { reach } from '../../services/reach/reach'

export default endpoint<object, Parameters<typeof reach>[0]>(operations.reach, ({ body, now }) => reach(body, now))
