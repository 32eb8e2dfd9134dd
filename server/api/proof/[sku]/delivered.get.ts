import { endpoint } from '../../../http/endpoint'
import { deliveredProof } from '../../../services/proof/delivered'

export default endpoint('deliveredProof', ({ param, query, now }) => deliveredProof(param('sku'), query, now))
