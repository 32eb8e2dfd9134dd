import { operations } from '@contracts/operations'
import { endpoint } from '../../../http/endpoint'
import { changeList, type ListChange } from '../../../services/products/named-lists'

export default endpoint<object, ListChange>(operations.changeList, ({ person, param, body, now }) =>
  changeList(person, param('code'), body, now),
)
