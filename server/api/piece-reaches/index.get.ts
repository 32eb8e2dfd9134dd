import { endpoint } from '../../http/endpoint'
import { pieceReaches } from '../../services/reach/assignment-reaches'

export default endpoint('pieceReaches', ({ query, now }) => pieceReaches(query.storefront, now))
