import { endpoint } from '../../../http/endpoint'
import { listOwnPieces } from '../../../services/library/lists'

export default endpoint('ownPieces', ({ param }) => listOwnPieces(param('sku')))
