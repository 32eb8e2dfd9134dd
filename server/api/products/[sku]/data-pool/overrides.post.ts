import { endpoint } from '../../../../http/endpoint'
import { keepOwn } from '../../../../services/pool/data-pool'

export default endpoint('keepOwn', ({ person, param, body, now }) => keepOwn(person, param('sku'), body, now))
