import { endpoint } from '../../http/endpoint'
import { makeFromPool } from '../../services/pool/products-from-pool'

export default endpoint('makeFromPool', ({ person, body, now }) => makeFromPool(person, body, now))
