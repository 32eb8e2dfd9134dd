import { endpoint } from '../../http/endpoint'
import { placeAssignment } from '../../services/assignments/order'

export default endpoint('placeAssignment', ({ person, body, now }) => placeAssignment(person, body, now))
