import { endpoint } from '../../http/endpoint'
import { listCategories } from '../../services/setup/list-setup'

export default endpoint('listCategories', () => listCategories())
