import { operations } from '@contracts/operations'
import { endpoint } from '../../../http/endpoint'
import { listOwnPieces } from '../../../services/library/lists'

export default endpoint(operations.ownPieces, ({ param }) => listOwnPieces(param('sku')))
