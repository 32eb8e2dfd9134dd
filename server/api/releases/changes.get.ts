import { endpoint } from '../../http/endpoint'
import { unreleasedChanges } from '../../services/release/differing'

export default endpoint('unreleasedChanges', () => unreleasedChanges())
