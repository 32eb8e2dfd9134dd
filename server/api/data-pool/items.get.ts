import { endpoint } from '../../http/endpoint'
import { findItems } from '../../services/pool/data-pool'

export default endpoint('findPoolItems', ({ query }) => findItems(query))
