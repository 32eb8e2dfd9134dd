import { operations } from '@contracts/operations'
import { endpoint } from '../../../http/endpoint'
import { makeReusable } from '../../../services/library/reusable'

export default endpoint(operations.makeReusable, ({ person, param, now }) => makeReusable(person, param('code'), now))
