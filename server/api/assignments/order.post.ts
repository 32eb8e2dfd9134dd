import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { placeAssignment } from '../../services/assignments/order'

export default endpoint<object, Parameters<typeof placeAssignment>[1]>(
  operations.placeAssignment,
  ({ person, body, now }) => placeAssignment(person, body, now),
)
