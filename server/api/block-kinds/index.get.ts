import { endpoint } from '../../http/endpoint'
import { listBlockKinds } from '../../services/library/lists'

export default endpoint('listBlockKinds', () => listBlockKinds())
