import { endpoint } from '../../http/endpoint'
import { writeCells } from '../../services/products/sheet'

export default endpoint('writeCells', ({ person, body, now }) => writeCells(person, body, now))
