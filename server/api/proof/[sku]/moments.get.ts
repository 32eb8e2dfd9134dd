import { endpoint } from '../../../http/endpoint'
import { proofMoments } from '../../../services/proof/proof'

export default endpoint('proofMoments', ({ param, query, now }) => proofMoments(param('sku'), query, now))
