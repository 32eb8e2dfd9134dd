import { endpoint } from '../../../http/endpoint'
import { tryProof } from '../../../services/proof/proof'

export default endpoint('tryProof', ({ param, body, now }) => tryProof(param('sku'), body, now))
