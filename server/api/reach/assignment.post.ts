import { endpoint } from '../../http/endpoint'
import { tryAssignment } from '../../services/reach/reach'

export default endpoint('tryAssignment', ({ body, now }) => tryAssignment(body, now))
