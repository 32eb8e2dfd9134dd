import { endpoint } from '../../http/endpoint'
import { cameAlong } from '../../services/translation/came-along'

export default endpoint('cameAlong', ({ query, now }) => cameAlong(query, now))
