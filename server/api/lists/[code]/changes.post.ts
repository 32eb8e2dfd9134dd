import { endpoint } from '../../../http/endpoint'
import { changeList } from '../../../services/products/named-lists'

export default endpoint('changeList', ({ person, param, body, now }) => changeList(person, param('code'), body, now))
