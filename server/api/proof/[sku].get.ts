import { endpoint } from '../../http/endpoint'
import { proof } from '../../services/proof/proof'

export default endpoint('proof', ({ param, query, now }) => proof(param('sku'), query, now))
