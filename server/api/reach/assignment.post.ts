import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { tryAssignment } from '../../services/reach/reach'

export default endpoint<object, Parameters<typeof tryAssignment>[0]>(operations.tryAssignment, ({ body, now }) =>
  tryAssignment(body, now),
)
