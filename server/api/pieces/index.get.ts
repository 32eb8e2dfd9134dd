import { endpoint } from '../../http/endpoint'
import { listPieces } from '../../services/library/lists'

export default endpoint('listPieces', ({ query }) => listPieces(query))
